package idleheron.formats.openvdb.coding;

/** A packed buffer that does not unpack: what was expected and what was found; the caller knows file and place. */
final class BloscException extends Exception {
    private static final long serialVersionUID = 1;

    private final String expected;
    private final String found;

    BloscException(String expected, String found) {
        super("expected " + expected + ", found " + found);
        this.expected = expected;
        this.found = found;
    }

    String expected() {
        return expected;
    }

    String found() {
        return found;
    }
}
