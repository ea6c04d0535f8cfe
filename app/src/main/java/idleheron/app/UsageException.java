package idleheron.app;

/** What was asked for makes no sense or may not be done; said before any work. */
public final class UsageException extends RuntimeException {
    private static final long serialVersionUID = 1;

    public UsageException(String message) {
        super(message);
    }
}
