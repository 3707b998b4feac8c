package org.jollyledger.core.notemap;

import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;

/**
 * How an instrument says that a ringing cymbal is grabbed.
 *
 * @param form in which of the three forms
 * @param pressureFrom from which key pressure on it counts, 1 to 127; read only where the form is {@link Form#PRESSURE}
 */
public record ChokeExpression(Form form, int pressureFrom) {
    /** Any pressure counts unless the map says otherwise. */
    public static final int USUAL_PRESSURE = 1;

    public static final ChokeExpression NOTE = of(Form.NOTE);
    public static final ChokeExpression PRESSURE = of(Form.PRESSURE);
    public static final ChokeExpression RELEASE = of(Form.RELEASE);

    private static final int HIGHEST = 127;

    /** The three forms that common practice knows. */
    public enum Form implements Coded {
        /** A note of its own. */
        NOTE("a note of its own"),
        /** Polyphonic key pressure on the cymbal's note (MIDI 1.0, status An). */
        PRESSURE("key pressure on the cymbal's note"),
        /** The cymbal's note is released. */
        RELEASE("releasing the cymbal's note");

        private final String words;

        Form(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        /**
         * {@return the form with a code: note, pressure or release}
         *
         * @throws IllegalArgumentException when there is none
         */
        public static Form parse(String code) {
            return Codes.parse(Form.class, "way to choke", code);
        }
    }

    public ChokeExpression {
        if (pressureFrom < 1 || pressureFrom > HIGHEST) {
            throw new IllegalArgumentException(
                    "A choke counts from a key pressure of 1 to 127 on, not " + pressureFrom + ".");
        }
    }

    /** {@return a form with its usual figures} */
    public static ChokeExpression of(Form form) {
        return new ChokeExpression(form, USUAL_PRESSURE);
    }

    /** {@return this expression with another form} */
    public ChokeExpression withForm(Form newForm) {
        return new ChokeExpression(newForm, pressureFrom);
    }

    /** {@return this expression with another pressure from which a choke counts, 1 to 127} */
    public ChokeExpression withPressureFrom(int newPressure) {
        return new ChokeExpression(form, newPressure);
    }

    /** {@return the form in words, with the pressure where it counts and is not the default} */
    public String words() {
        return form == Form.PRESSURE && pressureFrom != USUAL_PRESSURE
                ? form.words + ", from " + pressureFrom + " on"
                : form.words;
    }
}
