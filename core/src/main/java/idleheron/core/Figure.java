package idleheron.core;

import static idleheron.core.Messages.say;

/**
 * A number with its unit and its place.
 *
 * @param unit "mm", "°", "×" or "" for a plain count
 * @param subject a path, or ""
 * @param clip name of the clip, or ""
 * @param frame frame in the clip's own rate, NaN when it has none
 */
public record Figure(double value, String unit, String subject, String clip, double frame) {
    public static final Figure NONE = of(0, "");

    /** A figure without a place. */
    public static Figure of(double value, String unit) {
        return new Figure(value, unit, "", "", Double.NaN);
    }

    /** A figure of a path or name, at no frame. */
    public static Figure of(double value, String unit, String subject) {
        return new Figure(value, unit, subject, "", Double.NaN);
    }

    /** The value with as many places as tell something, without the unit. */
    public String number() {
        return number(value);
    }

    /** A value with as many places as tell something: "0.003", "12.50", "26379". */
    public static String number(double v) {
        double a = Math.abs(v);
        if (a < 1e9 && Math.abs(v - Math.rint(v)) <= 1e-9 * a) {
            return Long.toString(Math.round(v));
        }
        int places = a >= 1000 ? 0 : a >= 100 ? 1 : a >= 10 ? 2 : a >= 0.001 ? 3 : 6;
        if (a < 1e-6) {
            return "0.000";
        }
        return String.format(java.util.Locale.ROOT, "%." + places + "f", v);
    }

    /** "26,379". */
    public static String thousands(long n) {
        return String.format(java.util.Locale.ROOT, "%,d", n);
    }

    /** Rounded to a tenth, never -0. */
    public static double tenth(double v) {
        return Math.rint(v * 10) / 10 + 0.0;
    }

    /** A number for a recipe: the shortest text that is read back as the same number, whole ones without a point. */
    public static String exact(double v) {
        return v == Math.rint(v) && Math.abs(v) < 1e15 ? Long.toString((long) v) : Double.toString(v);
    }

    /** "0.042 mm", "1 frame". */
    public String text() {
        String n = number();
        return unit.isEmpty() ? n : n + " " + (n.equals("1") ? Wording.single(unit) : unit);
    }

    /** "0.042 mm, clip wade, frame 47, hips". */
    public String full() {
        String s = text();
        if (!clip.isEmpty()) {
            s = say("core.Figure.clip", s, clip);
        }
        if (!Double.isNaN(frame)) {
            s = say("core.Figure.frame", s, number(frame));
        }
        if (!subject.isEmpty()) {
            s += ", " + subject.substring(subject.lastIndexOf('/') + 1);
        }
        return s;
    }
}
