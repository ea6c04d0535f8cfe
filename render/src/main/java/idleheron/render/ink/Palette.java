package idleheron.render.ink;

import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;

/** The two sets of colours of the program: every tone has one for the day and one for dusk. */
public enum Palette {
    DAY,
    DUSK;

    /** A colour by what it is for, 0xRRGGBB by day and at dusk. */
    public enum Tone {
        /** Behind everything. */
        PAPER(0xF5F0E6, 0x1C262C),
        CARD(0xFBF8F1, 0x243038),
        /** Fine lines between things. */
        HAIR(0xDDD4C3, 0x3A474E),
        /** Under what stands back: headers, fields, pictures. */
        WASH(0xEFE7D8, 0x2D3A42),
        INK(0x22303A, 0xE9E3D4),
        /** Text of the second rank. */
        SECOND(0x586670, 0xA9B4B5),
        /** Small text. */
        THIRD(0x5F6B69, 0x98A4A5),
        /** Clean. */
        REED(0x3F7656, 0x7DB894),
        /** Chosen, now, and the limit of a tolerance. */
        AMBER(0xB87219, 0xE0A24A),
        BROKEN(0xA83A2A, 0xEA8976),
        SENT(0x24506E, 0x7FB4D3),
        RETURNED(0xB0621A, 0xE59A55),
        /** Text on ink. */
        ON_INK(0xFBF8F1, 0x1C262C),
        SKY_TOP(0xFBF8F1, 0x27343C),
        SKY_BOTTOM(0xEDE5D6, 0x1B2429),
        GROUND(0xD3C8B3, 0x3D4B52),
        /** The metre scale and the edges of boxes. */
        FAINT(0x8C958F, 0x82908F),
        /** Surfaces that have no colour of their own. */
        CLAY(0xB9C4BF, 0x6F7F80);

        private final int day;
        private final int dusk;

        Tone(int day, int dusk) {
            this.day = day;
            this.dusk = dusk;
        }
    }

    public static Palette of(boolean dusk) {
        return dusk ? DUSK : DAY;
    }

    /** 0xRRGGBB. */
    public int rgb(Tone tone) {
        return this == DAY ? tone.day : tone.dusk;
    }

    /** "#3F7656". */
    public String web(Tone tone) {
        return String.format(Locale.ROOT, "#%06X", rgb(tone));
    }

    /** Every tone as a property of a style sheet: "-on-ink: #FBF8F1; …". */
    public String properties() {
        return Arrays.stream(Tone.values())
                .map(t -> "-" + t.name().toLowerCase(Locale.ROOT).replace('_', '-') + ": " + web(t) + ";")
                .collect(Collectors.joining(" "));
    }
}
