package idleheron.formats.disk;

import static idleheron.core.Messages.say;

import idleheron.core.job.Budget;
import idleheron.formats.bytes.FormatException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.FileSystemLoopException;
import java.nio.file.NoSuchFileException;
import java.nio.file.NotDirectoryException;
import java.nio.file.Path;
import java.util.NoSuchElementException;

/** What went wrong with a file, as one plain sentence with its name. */
public final class Failures {
    private Failures() {}

    /** One sentence without a full stop: which file, and what is wrong with it. */
    public static String text(IOException e) {
        if (!(e instanceof FileSystemException f)) {
            String told = e.getMessage();
            return told == null || told.isBlank() ? say("formats.disk.Failures.a-file-could-not-be-read") : told;
        }
        String file = f.getFile() == null ? say("formats.disk.Failures.a-file") : f.getFile();
        return file + ": " + why(f);
    }

    /**
     * What ended some work, as one sentence without a full stop. What nobody foresaw is a fault of this program, and is kept in
     * a log.
     *
     * @param doing what was being done, for the log
     */
    public static String sentence(Throwable e, String doing) {
        return switch (e) {
            case UncheckedIOException u when u.getCause() != null -> text(u.getCause());
            case IOException io -> text(io);
            case Budget.Exceeded b -> say("formats.disk.Failures.expected-at-most-found", b.allowed(), b.found());
            case OutOfMemoryError m ->
                say(
                        "formats.disk.Failures.this-needs-more-memory-than-the",
                        Runtime.getRuntime().maxMemory() / (1 << 20));
            default -> FaultLog.tell(e, doing);
        };
    }

    /** What an exception of the language says, in words for a person: never the name of a class. */
    public static String told(RuntimeException e) {
        return switch (e) {
            case ArrayIndexOutOfBoundsException x -> say("formats.disk.Failures.a-number-that-points-outside-its");
            case StringIndexOutOfBoundsException x -> say("formats.disk.Failures.a-text-that-ends-too-early");
            case IndexOutOfBoundsException x -> say("formats.disk.Failures.a-part-that-reaches-past-the");
            case ArithmeticException x -> say("formats.disk.Failures.a-size-that-is-too-large");
            case NegativeArraySizeException x -> say("formats.disk.Failures.a-negative-size");
            case NoSuchElementException x -> say("formats.disk.Failures.an-empty-list-where-a-value");
            case NullPointerException x -> say("formats.disk.Failures.nothing-where-a-value-must-be");
            default -> e.getMessage() == null ? "others" : e.getMessage();
        };
    }

    private static String why(IOException e) {
        return switch (e) {
            case NoSuchFileException x -> say("formats.disk.Failures.there-is-no-such-file-or");
            case AccessDeniedException x -> say("formats.disk.Failures.permission-is-denied");
            case FileAlreadyExistsException x -> say("formats.disk.Failures.a-file-of-that-name-is");
            case NotDirectoryException x -> say("formats.disk.Failures.it-is-not-a-folder");
            case DirectoryNotEmptyException x -> say("formats.disk.Failures.the-folder-is-not-empty");
            case FileSystemLoopException x -> say("formats.disk.Failures.its-links-lead-back-to-themselves");
            case FileSystemException x ->
                x.getReason() == null ? say("formats.disk.Failures.it-cannot-be-used") : x.getReason();
            default -> e.getMessage() == null ? say("formats.disk.Failures.it-cannot-be-used") : e.getMessage();
        };
    }

    /** A failure to write, told by the name of the target and not by that of its draft. */
    public static IOException written(Path target, IOException e) {
        if (e instanceof FormatException || e instanceof FileChangedException) {
            return e;
        }
        String why = why(e);
        return why.startsWith(target.toString())
                ? e
                : new IOException(say("formats.disk.Failures.could-not-be-written", target, why), e);
    }
}
