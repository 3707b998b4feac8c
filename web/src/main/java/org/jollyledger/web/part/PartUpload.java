package org.jollyledger.web.part;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jollyledger.core.batch.ArchiveParts;
import org.jollyledger.core.batch.BatchLimits;
import org.jollyledger.core.midi.MidiFile;
import org.jollyledger.core.reconcile.Confidence;
import org.jollyledger.web.file.FileName;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.MapReader;
import org.jollyledger.web.problem.Refusal;
import org.jollyledger.web.room.PassingFiles;
import org.springframework.stereotype.Component;
import org.springframework.web.multipart.MultipartFile;

/** Adds uploaded MIDI files as parts, and those in zip archives. Files that cannot be read are reported, the others added. */
@Component("partUpload")
public class PartUpload {
    /** For each of them the likeliest map is found while the user waits. */
    private static final int MOST_PARTS = 300;

    private static final BatchLimits LIMITS = new BatchLimits(16 << 20, 16 << 20, 64L << 20, 10_000);
    private static final List<String> MIDI_ENDINGS = List.of(".mid", ".midi", ".smf", ".kar", ".rmi");
    private static final int RUNNERS_UP = 2;

    /**
     * What an uploaded part was written for.
     *
     * @param sentence what it is, and how sure that is
     * @param others the next likeliest maps
     */
    record Recognised(String sentence, List<RunnerUp> others) {}

    /** A map that a part was written for less likely. */
    record RunnerUp(String slug, String name) {}

    /**
     * What came of an upload.
     *
     * @param slugs the parts that were added
     * @param recognised what the last of them was written for
     * @param problems a sentence for each MIDI file that cannot be read
     * @param others how many other files there were
     */
    record Added(List<String> slugs, Recognised recognised, List<String> problems, int others) {}

    /** A file that is a part. */
    private record Found(FileName name, MidiFile file) {}

    private final PartService parts;
    private final LedgerService ledger;
    private final Recognition recognition;
    private final PassingFiles passing;

    PartUpload(PartService parts, LedgerService ledger, Recognition recognition, PassingFiles passing) {
        this.parts = parts;
        this.ledger = ledger;
        this.recognition = recognition;
        this.passing = passing;
    }

    /** How many parts can be added at a time. */
    public int mostAtATime() {
        return MOST_PARTS;
    }

    /** The endings of files that can be parts or hold some, as a file field takes them. */
    public String endings() {
        return String.join(",", MIDI_ENDINGS) + ",.zip";
    }

    /**
     * Adds files.
     *
     * @throws Refusal when none of them is a part, or there are too many; nothing is added then
     */
    Added add(List<MultipartFile> files) throws IOException {
        Looked looked = new Looked();
        for (MultipartFile file : files) {
            look(file, looked);
        }
        if (looked.found.isEmpty()) {
            throw Refusal.unreadable(
                    looked.problems.isEmpty()
                            ? "There are no MIDI files in what was sent; choose some, or a zip with some."
                            : String.join(" ", looked.problems.subList(0, Math.min(3, looked.problems.size()))));
        }
        if (looked.found.size() > MOST_PARTS) {
            throw Refusal.tooLarge("These are " + looked.found.size() + " MIDI files, and " + MOST_PARTS
                    + " can be added at a time; add fewer, or convert the whole folder on the Batches page.");
        }
        List<String> slugs = new ArrayList<>();
        Recognised recognised = new Recognised("", List.of());
        for (Found found : looked.found) {
            String slug = parts.add(found.name, found.file.toBytes());
            slugs.add(slug);
            recognised = recognise(slug);
        }
        return new Added(List.copyOf(slugs), recognised, List.copyOf(looked.problems), looked.others);
    }

    private static final class Looked implements ArchiveParts.Taker {
        private final List<Found> found = new ArrayList<>();
        private final List<String> problems = new ArrayList<>();
        private int others;

        @Override
        public void part(String name, MidiFile file) {
            found.add(new Found(FileName.of(name), file));
        }

        @Override
        public void passedOver(String name, String why) {
            String bare = FileName.of(name).text();
            // Some systems put files of their own beside each file: "._loop.mid" is no loop.
            boolean hidden = bare.startsWith(".") || name.startsWith("__MACOSX/");
            int dot = bare.lastIndexOf('.');
            if (!hidden && dot >= 0 && MIDI_ENDINGS.contains(bare.substring(dot).toLowerCase(Locale.ROOT))) {
                problems.add("“" + bare + "”: " + why);
            } else if (!hidden) {
                others++;
            }
        }
    }

    private void look(MultipartFile file, Looked looked) throws IOException {
        FileName name = FileName.of(file.getOriginalFilename());
        byte[] begin = new byte[4];
        try (var in = file.getInputStream()) {
            in.readNBytes(begin, 0, begin.length);
        }
        if (!MapReader.isZip(begin)) {
            try {
                looked.found.add(new Found(name, PartService.read(name, file.getBytes())));
            } catch (Refusal refused) {
                looked.problems.add(refused.sentence());
            }
            return;
        }
        Path archive = passing.file();
        try {
            file.transferTo(archive);
            int before = looked.found.size() + looked.problems.size();
            ArchiveParts.each(List.of(archive), LIMITS, () -> looked.found.size() > 10 * MOST_PARTS, looked);
            if (looked.found.size() + looked.problems.size() == before) {
                looked.problems.add("“" + name.text() + "”: There are no MIDI files in this archive.");
            }
        } catch (IOException damaged) {
            looked.problems.add("“" + name.text() + "”: The archive is damaged; download it again or pack it anew.");
        } finally {
            Files.deleteIfExists(archive);
        }
    }

    /** Finds out which map a part was written for, and takes it where one is clearly the likeliest. */
    private Recognised recognise(String slug) {
        StoredPart part = parts.get(slug);
        Recognition.Answer answer = recognition.recognise(part.file(), RUNNERS_UP + 1);
        boolean clear = answer.confidence().isClear();
        if (clear) {
            parts.writtenFor(
                    part.id(), ledger.get(answer.ranked().get(0).slug()).id());
        }
        return new Recognised(
                answer.sentence(),
                answer.confidence() == Confidence.NONE
                        ? List.of()
                        : answer.ranked().stream()
                                .skip(clear ? 1 : 0)
                                .limit(RUNNERS_UP)
                                .map(ranked -> new RunnerUp(
                                        ranked.slug(), ranked.candidate().map().name()))
                                .toList());
    }
}
