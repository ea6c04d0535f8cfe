package idleheron.app;

import static idleheron.core.Messages.say;

import idleheron.core.time.SampleTimes;

/** Frames as they are told on a command line. */
public final class Frames {
    private Frames() {}

    /** "A:B" or "A:B:STEP" as {from, to, step}. */
    public static double[] range(String text) {
        String[] parts = text.split(":", -1);
        if (parts.length < 2 || parts.length > 3) {
            throw new UsageException(say("app.Frames.frames-expected-a-b-or-a", text));
        }
        try {
            double a = Double.parseDouble(parts[0]);
            double b = Double.parseDouble(parts[1]);
            double step = parts.length == 3 ? Double.parseDouble(parts[2]) : 1;
            if (!(step > 0) || !(b >= a) || (b - a) / step > SampleTimes.MOST) {
                throw new UsageException(say("app.Frames.frames-do-not-go-forward-or", text));
            }
            return new double[] {a, b, step};
        } catch (NumberFormatException e) {
            throw new UsageException(say("app.Frames.frames-are-not-numbers", text));
        }
    }
}
