package idleheron.formats.disk;

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
            return told == null || told.isBlank() ? "a file could not be read or written" : told;
        }
        String file = f.getFile() == null ? "a file" : f.getFile();
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
            case Budget.Exceeded b -> "expected at most " + b.allowed() + ", found " + b.found();
            case OutOfMemoryError m ->
                "this needs more memory than the " + Runtime.getRuntime().maxMemory() / (1 << 20)
                        + " MB there are; HERON_JAVA_OPTS=-Xmx8g allows 8 GB";
            default -> FaultLog.tell(e, doing);
        };
    }

    /** What an exception of the language says, in words for a person: never the name of a class. */
    public static String told(RuntimeException e) {
        return switch (e) {
            case ArrayIndexOutOfBoundsException x -> "a number that points outside its list";
            case StringIndexOutOfBoundsException x -> "a text that ends too early";
            case IndexOutOfBoundsException x -> "a part that reaches past the end of what holds it";
            case ArithmeticException x -> "a size that is too large";
            case NegativeArraySizeException x -> "a negative size";
            case NoSuchElementException x -> "an empty list where a value must be";
            case NullPointerException x -> "nothing where a value must be";
            default -> e.getMessage() == null ? "others" : e.getMessage();
        };
    }

    private static String why(IOException e) {
        return switch (e) {
            case NoSuchFileException x -> "there is no such file or folder";
            case AccessDeniedException x -> "permission is denied";
            case FileAlreadyExistsException x -> "a file of that name is in the way";
            case NotDirectoryException x -> "it is not a folder";
            case DirectoryNotEmptyException x -> "the folder is not empty";
            case FileSystemLoopException x -> "its links lead back to themselves";
            case FileSystemException x -> x.getReason() == null ? "it cannot be used" : x.getReason();
            default -> e.getMessage() == null ? "it cannot be used" : e.getMessage();
        };
    }

    /** A failure to write, told by the name of the target and not by that of its draft. */
    public static IOException written(Path target, IOException e) {
        if (e instanceof FormatException || e instanceof FileChangedException) {
            return e;
        }
        String why = why(e);
        return why.startsWith(target.toString()) ? e : new IOException(target + " could not be written: " + why, e);
    }
}
