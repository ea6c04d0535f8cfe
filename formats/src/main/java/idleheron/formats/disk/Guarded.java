package idleheron.formats.disk;

import static idleheron.core.Messages.say;

import idleheron.core.job.Budget;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.NoSuchElementException;

/** Reading whose every failure is told as one of the file: what nobody foresaw in it too. */
public final class Guarded {
    private Guarded() {}

    /** Work over a file. */
    public interface Reading<T> {
        T run() throws IOException;
    }

    /** @throws FormatException also for a structure that contradicts itself in a way no reader foresaw */
    public static <T> T read(String file, Reading<T> reading) throws IOException {
        try {
            return reading.run();
        } catch (Budget.Exceeded e) {
            throw FormatException.in(file, say("formats.disk.Guarded.at-most", e.allowed()), e.found(), e);
        } catch (IllegalArgumentException
                | IndexOutOfBoundsException
                | ArithmeticException
                | NegativeArraySizeException
                | NoSuchElementException e) {
            throw FormatException.in(
                    file, say("formats.disk.Guarded.records-that-agree-with-each-other"), Failures.told(e), e);
        } catch (UncheckedIOException e) { // what is read when it is asked for
            throw e.getCause();
        } catch (StackOverflowError e) {
            throw FormatException.in(
                    file,
                    say("formats.disk.Guarded.parts-within-parts-no-deeper-than"),
                    say("formats.disk.Guarded.deeper-ones"),
                    e);
        }
    }
}
