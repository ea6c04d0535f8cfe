package idleheron.cli;

/** The words of a command do not fit together. */
final class UsageException extends RuntimeException {
    UsageException(String message) {
        super(message);
    }
}
