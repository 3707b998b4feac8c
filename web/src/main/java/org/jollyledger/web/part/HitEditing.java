package org.jollyledger.web.part;

import org.jollyledger.core.part.HitEdit;
import org.jollyledger.core.part.HitIndexes;
import org.jollyledger.core.part.Part;
import org.jollyledger.core.part.PartEdit;
import org.jollyledger.core.sheet.Sheet;
import org.jollyledger.web.problem.CompleteBodies;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.revision.Steps;
import org.springframework.stereotype.Service;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Changes the hits of parts; every change is a revision. */
@Service
public class HitEditing {
    private static final int[] NO_HITS = {};

    /**
     * What came of a change.
     *
     * @param revision the revision that holds now
     * @param message what was done, in one line
     * @param hits the hits that were changed or added, as they are numbered now
     */
    public record Done(int revision, String message, String hits) {}

    private final SheetDesk desk;
    private final PartService parts;
    private final JsonMapper json;

    HitEditing(SheetDesk desk, PartService parts, JsonMapper json) {
        this.desk = desk;
        this.parts = parts;
        this.json = json;
    }

    /**
     * Makes a change.
     *
     * @param document the change with the hits it is about
     * @throws Refusal when it cannot be made, or the part has changed since
     */
    public Done edit(String slug, JsonNode document) {
        HitTarget target = target(document);
        SheetDesk.Open open = desk.open(slug, target.map(), target.rows());
        int base = target.revision();
        if (open.part().revision() != base) {
            throw Refusal.overtaken("This part was changed elsewhere since you opened it. This is how it is now:"
                    + " make your change again.");
        }
        Sheet sheet = open.sheet();
        Part part = sheet.part();
        HitEdit wanted = new HitEditDocument(document).read(sheet);
        int[] hits = wanted.needsHits() ? chosen(target, part) : NO_HITS;
        PartEdit edit = Refusal.unlessValid(() -> wanted.on(part, hits));
        if (edit.changeCount() == 0) {
            return new Done(base, "Nothing changed; it was like that already.", HitIndexes.format(hits));
        }
        byte[] bytes = Refusal.unlessValid(edit::toBytes);
        String summary = wanted.summary(part, hits, sheet::nameOf);
        StoredPart after = parts.change(slug, base, summary, bytes);
        Part changed = Part.of(after.file(), open.drums().part().channels());
        return new Done(after.revision(), summary + ".", HitIndexes.format(edit.find(changed)));
    }

    /** Which hits a request is about; fields of the change itself are passed over. */
    HitTarget target(JsonNode document) {
        try {
            return CompleteBodies.complete(json.treeToValue(document, HitTarget.class));
        } catch (JacksonException e) {
            throw Refusal.incomplete("The body is not JSON of the documented form; see docs/api.md.");
        }
    }

    private static int[] chosen(HitTarget target, Part part) {
        int[] hits = target.find(part);
        if (hits.length == 0) {
            throw Refusal.unreadable("No hits are selected; select some first.");
        }
        return hits;
    }

    /** Undoes the last change, or redoes it. */
    Done step(String slug, int base, boolean forward) {
        String message = forward ? Steps.redone(parts.redo(slug, base)) : Steps.undone(parts.undo(slug, base));
        return new Done(parts.standing(slug).revision(), message, "");
    }
}
