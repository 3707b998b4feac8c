package org.jollyledger.web.bench;

import java.util.List;
import java.util.Optional;
import org.jollyledger.core.kit.ChokeCalibration;
import org.jollyledger.core.kit.PadEdits;
import org.jollyledger.core.kit.PlaceCalibration;
import org.jollyledger.core.kit.TriggerCalibration;
import org.jollyledger.core.midi.TimedMessage;
import org.jollyledger.core.notemap.ChokeExpression;
import org.jollyledger.core.notemap.NoteMap;
import org.jollyledger.core.notemap.PadPlan.Splash;
import org.jollyledger.core.notemap.PadPlan.Steady;
import org.jollyledger.core.notemap.PadPlan.StrikePlace;
import org.jollyledger.core.notemap.PadPlan.Triggers;
import org.jollyledger.core.pitch.Note;
import org.jollyledger.web.ledger.LedgerService;
import org.jollyledger.web.ledger.StoredMap;
import org.jollyledger.web.problem.Refusal;
import org.springframework.stereotype.Service;

/** Finds by doing how a kit chokes, where it is struck and how its triggers behave, and sets that with what else is its own. */
@Service
class KitFinding {
    private static final int MOST_MESSAGES = 20_000;

    private final LedgerService ledger;

    KitFinding(LedgerService ledger) {
        this.ledger = ledger;
    }

    /**
     * What a kit sent.
     *
     * @param base the revision of its map; what is only looked at needs none
     * @param messages each as microseconds, status, and two data bytes
     */
    record Recorded(int base, List<List<Long>> messages) {}

    /** How cymbals are grabbed, in words. */
    record ChokesDocument(String form, String words, List<String> grabbed, List<String> warnings) {}

    /** Where a drum was struck. */
    record PlaceDocument(
            int controller, int note, String drum, List<Integer> strokes, int offCentreFrom, int edgeFrom) {}

    /** How triggers behave, and what that rests on. */
    record TriggersDocument(
            int bounceMilliseconds, int crosstalkMilliseconds, int crosstalkPercent, List<String> seen) {}

    /** Where a drum is struck; no controller where none says it any more. */
    record PlaceSetting(
            int base,
            int controller,
            int note,
            int offCentreFrom,
            int edgeFrom,
            int offCentre,
            int edge,
            boolean none) {}

    /** What counts as a splash; nothing does where it is none. */
    record SplashSetting(int base, int milliseconds, int velocity, boolean none) {}

    /** When a closed hi-hat stays closed; the pedal is always believed where it is none. */
    record SteadySetting(int base, int milliseconds, int velocityFrom, boolean none) {}

    /** How the triggers of this kit behave; as usual where it is none. */
    record TriggersSetting(
            int base, int bounceMilliseconds, int crosstalkMilliseconds, int crosstalkPercent, boolean none) {}

    private static List<TimedMessage> messages(Recorded recorded) {
        if (recorded.messages.size() > MOST_MESSAGES) {
            throw Refusal.incomplete("More than " + MOST_MESSAGES
                    + " messages came; record for a shorter time, or look which controller never stands still.");
        }
        return Refusal.unlessValid(
                () -> recorded.messages.stream().map(BenchService::came).toList());
    }

    ChokesDocument chokes(String slug, Recorded recorded) {
        NoteMap map = ledger.get(slug).map();
        ChokeCalibration found = Refusal.unlessValid(() -> ChokeCalibration.of(map, messages(recorded)));
        return new ChokesDocument(
                found.chokes().form().code(),
                found.chokes().words(),
                found.grabbed().stream().map(one -> words(map, one)).toList(),
                found.warnings());
    }

    private static String words(NoteMap map, ChokeCalibration.Grabbed one) {
        String cymbal = map.lineAt(Note.of(one.struck())).orElseThrow().name();
        String note = Note.of(one.note()).label(map.middleC());
        return cymbal + ": "
                + one.form()
                        .map(form -> switch (form) {
                            case NOTE -> "the note " + note;
                            case PRESSURE -> "key pressure on " + note + ", up to " + one.value();
                            case RELEASE -> note + " is let go";
                        })
                        .orElse("nothing");
    }

    KitSetting.Done setChokes(String slug, Recorded recorded) {
        ChokeExpression chokes = Refusal.unlessValid(() ->
                ChokeCalibration.of(ledger.get(slug).map(), messages(recorded)).chokes());
        return change(
                slug,
                recorded.base,
                "Chokes set: " + chokes.words(),
                map -> ChokeCalibration.of(map, messages(recorded)).applied(map));
    }

    PlaceDocument place(String slug, Recorded recorded) {
        NoteMap map = ledger.get(slug).map();
        PlaceCalibration found = Refusal.unlessValid(
                () -> PlaceCalibration.of(map.openness().pedal().controller(), messages(recorded)));
        Note note = Note.of(found.note());
        return new PlaceDocument(
                found.controller(),
                found.note(),
                map.lineAt(note).map(line -> line.name()).orElse(note.label(map.middleC())),
                found.strokes(),
                found.offCentreFrom(),
                found.edgeFrom());
    }

    KitSetting.Done setPlace(String slug, PlaceSetting wanted) {
        Optional<StrikePlace> place = Refusal.unlessValid(() -> wanted.none
                ? Optional.empty()
                : Optional.of(new StrikePlace(
                        wanted.controller,
                        Note.of(wanted.note),
                        wanted.offCentreFrom,
                        wanted.edgeFrom,
                        Note.of(wanted.offCentre),
                        Note.of(wanted.edge))));
        return change(
                slug,
                wanted.base,
                wanted.none ? "Place of strokes not told" : "Place of strokes set",
                map -> PadEdits.change(map, plan -> plan.withPlace(place)));
    }

    TriggersDocument triggers(String slug, Recorded recorded) {
        NoteMap map = ledger.get(slug).map();
        TriggerCalibration found = Refusal.unlessValid(() -> TriggerCalibration.of(map, messages(recorded)));
        return new TriggersDocument(
                found.triggers().bounceMilliseconds(),
                found.triggers().crosstalkMilliseconds(),
                found.triggers().crosstalkPercent(),
                found.seen());
    }

    KitSetting.Done setTriggers(String slug, TriggersSetting wanted) {
        Optional<Triggers> triggers = Refusal.unlessValid(() -> wanted.none
                ? Optional.empty()
                : Optional.of(new Triggers(
                        wanted.bounceMilliseconds, wanted.crosstalkMilliseconds, wanted.crosstalkPercent)));
        return change(
                slug,
                wanted.base,
                wanted.none ? "Triggers as usual" : "Triggers set",
                map -> PadEdits.change(map, plan -> plan.withTriggers(triggers)));
    }

    KitSetting.Done setSplash(String slug, SplashSetting wanted) {
        Optional<Splash> splash = Refusal.unlessValid(
                () -> wanted.none ? Optional.empty() : Optional.of(new Splash(wanted.milliseconds, wanted.velocity)));
        return change(
                slug,
                wanted.base,
                wanted.none ? "Splashes as usual" : "Splashes set",
                map -> PadEdits.change(map, plan -> plan.withSplash(splash)));
    }

    KitSetting.Done setSteady(String slug, SteadySetting wanted) {
        Optional<Steady> steady = Refusal.unlessValid(() ->
                wanted.none ? Optional.empty() : Optional.of(new Steady(wanted.milliseconds, wanted.velocityFrom)));
        return change(
                slug,
                wanted.base,
                wanted.none ? "The pedal is always believed" : "A closed hat stays closed under hard strokes",
                map -> PadEdits.change(map, plan -> plan.withSteady(steady)));
    }

    private KitSetting.Done change(String slug, int base, String words, java.util.function.UnaryOperator<NoteMap> how) {
        StoredMap before = ledger.get(slug);
        StoredMap after = ledger.change(slug, base, words, how);
        return KitSetting.done(after, before, words + ".");
    }
}
