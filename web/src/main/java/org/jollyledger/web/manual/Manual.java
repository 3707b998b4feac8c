package org.jollyledger.web.manual;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jollyledger.web.problem.Refusal;

/** A file that holds lists of notes somewhere in it: a manual, a spreadsheet, a web page. */
public final class Manual {
    private static final int ZIP = 0x504B0304;
    private static final int OLD_OFFICE = 0xD0CF11E0;

    private Manual() {}

    /** What a file is divided into. */
    public enum Unit {
        PAGES,
        SHEETS,
        NONE
    }

    /**
     * A part of the file that holds notes.
     *
     * @param name the number of the page or the name of the sheet
     * @param notes how many of them are understood
     */
    public record Place(String name, int notes) {}

    /**
     * What was taken from a file.
     *
     * @param text of the parts that were taken, one after another
     * @param words which those are, in a sentence
     * @param unit what parts they are
     * @param places the parts among which one may choose; of pages those that hold notes
     * @param chosen those that were taken, as {@link #read} takes them
     */
    public record Taken(String text, String words, Unit unit, List<Place> places, String chosen) {
        /** Where they were, to be said behind "34 notes": " on page 3". */
        public String where() {
            return switch (unit) {
                case PAGES -> (chosen.contains(",") ? " on pages " : " on page ") + chosen;
                case SHEETS -> " on the sheet “" + chosen + "”";
                case NONE -> "";
            };
        }

        public boolean hasPages() {
            return unit == Unit.PAGES;
        }

        public boolean hasSheets() {
            return unit == Unit.SHEETS && places.size() > 1;
        }
    }

    /** The kinds of files, each with how it is known and read. */
    private enum Kind {
        PDF {
            @Override
            boolean is(byte[] content) {
                return ManualPages.isPdf(content);
            }

            @Override
            Taken read(byte[] content, String wanted) {
                return ManualPages.read(content, wanted);
            }
        },
        SPREADSHEET {
            @Override
            boolean is(byte[] content) {
                return start(content) == ZIP && Spreadsheet.is(content);
            }

            @Override
            Taken read(byte[] content, String wanted) {
                return Spreadsheet.read(content, wanted);
            }
        },
        WEB_PAGE {
            @Override
            boolean is(byte[] content) {
                return WebPage.is(content);
            }

            @Override
            Taken read(byte[] content, String wanted) {
                return WebPage.read(content);
            }
        },
        OLD_SPREADSHEET {
            @Override
            boolean is(byte[] content) {
                return start(content) == OLD_OFFICE;
            }

            @Override
            Taken read(byte[] content, String wanted) {
                throw Refusal.unreadable("This file is in an old office format; save it as XLSX, ODS or PDF, or copy"
                        + " the list from it.");
            }
        };

        abstract boolean is(byte[] content);

        abstract Taken read(byte[] content, String wanted);
    }

    private static int start(byte[] content) {
        return content.length < 4
                ? 0
                : (content[0] & 0xFF) << 24 | (content[1] & 0xFF) << 16 | (content[2] & 0xFF) << 8 | content[3] & 0xFF;
    }

    private static Optional<Kind> kind(byte[] content) {
        return Arrays.stream(Kind.values()).filter(kind -> kind.is(content)).findFirst();
    }

    /** How many notes of drums are understood in a text; 0 when they are too few to be a list. */
    public static int notesIn(String text) {
        return Leaf.of("", text).notes();
    }

    /** Whether a file is one of these kinds. */
    public static boolean is(byte[] content) {
        return kind(content).isPresent();
    }

    /**
     * Reads such a file.
     *
     * @param wanted pages such as "12-14, 20", or the name of a sheet; empty for what holds notes
     * @throws Refusal in a sentence, when it cannot be read or holds none
     */
    public static Taken read(byte[] content, String wanted) {
        return kind(content)
                .orElseThrow(() -> new IllegalArgumentException("no manual"))
                .read(content, wanted.strip());
    }
}
