package idleheron.report.text;

import idleheron.core.Verdict;
import idleheron.render.ink.Palette;
import idleheron.render.ink.Palette.Tone;
import idleheron.render.ink.Pen;
import idleheron.render.ink.Picture;
import java.util.Arrays;
import java.util.Map;
import java.util.stream.Collectors;

/** The shapes of verdicts as small pictures, for paper: filled circle, diamond, triangle, open circle, dash. */
public final class Marks {
    private static final int POINTS = 12;
    private static final double GRAIN = 6;
    private static final double MIDDLE = POINTS / 2.0;
    private static final int WHITE = 0xFFFFFFFF;

    private Marks() {}

    /** By the word of the verdict. */
    public static Map<String, Picture> all() {
        return Arrays.stream(Verdict.values()).collect(Collectors.toMap(Verdict::word, Marks::picture));
    }

    static Picture picture(Verdict v) {
        int side = (int) (POINTS * GRAIN);
        Picture p = new Picture(side, side, GRAIN);
        p.fill(WHITE);
        Pen pen = new Pen(p);
        double m = MIDDLE;
        double r = m - 1;
        switch (v) {
            case CLEAN -> pen.ink(tone(Tone.REED), 1).disc(m, m, r * 0.8);
            case DRIFTED -> {
                pen.ink(tone(Tone.AMBER), 1).triangle(m, m - r, m + r, m, m - r, m);
                pen.triangle(m, m + r, m - r, m, m + r, m);
                pen.line(m - r + 0.5, m, m + r - 0.5, m, 0.4);
            }
            case BROKEN ->
                pen.ink(tone(Tone.BROKEN), 1).triangle(m, m - r * 0.9, m + r, m + r * 0.8, m - r, m + r * 0.8);
            case NOT_CARRIED -> pen.ink(tone(Tone.SECOND), 1).ring(m, m, r * 0.7, 1.4);
            case NOT_CHECKED -> pen.ink(tone(Tone.THIRD), 1).line(m - r * 0.7, m, m + r * 0.7, m, 1.2);
        }
        return p;
    }

    private static int tone(Tone t) {
        return Palette.DAY.rgb(t);
    }
}
