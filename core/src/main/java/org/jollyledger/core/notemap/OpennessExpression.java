package org.jollyledger.core.notemap;

import org.jollyledger.core.code.Coded;
import org.jollyledger.core.code.Codes;

/**
 * How an instrument says how far the hi-hat is open.
 *
 * @param form in which of the two forms
 * @param pedal the figures of its pedal; they also read the lines that are open "by pedal" where the form is notes
 */
public record OpennessExpression(Form form, HatPedal pedal) {
    public static final OpennessExpression NOTES = of(Form.NOTES);
    public static final OpennessExpression CONTROLLER = of(Form.CONTROLLER);

    /** The two forms that common practice knows. */
    public enum Form implements Coded {
        /** Each openness has a note of its own. */
        NOTES("a note for each opening"),
        /** A controller says it for every stroke. */
        CONTROLLER("a controller");

        private final String words;

        Form(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        /**
         * {@return the form with a code: notes or controller}
         *
         * @throws IllegalArgumentException when there is none
         */
        public static Form parse(String code) {
            return Codes.parse(Form.class, "way to open the hi-hat", code);
        }
    }

    /** {@return a form with its usual figures} */
    public static OpennessExpression of(Form form) {
        return new OpennessExpression(form, HatPedal.USUAL);
    }

    /** {@return this expression with another form} */
    public OpennessExpression withForm(Form newForm) {
        return new OpennessExpression(newForm, pedal);
    }

    /** {@return this expression with another pedal} */
    public OpennessExpression withPedal(HatPedal newPedal) {
        return new OpennessExpression(form, newPedal);
    }

    /** {@return the form in words, with the figures of the pedal that are not the defaults} */
    public String words() {
        String which = form == Form.CONTROLLER ? "controller " + pedal.controller() : form.words;
        return pedal.equals(HatPedal.USUAL.withController(pedal.controller())) ? which : which + ", " + pedal.words();
    }
}
