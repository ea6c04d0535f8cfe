package idleheron.formats.openvdb.coding;

import static idleheron.core.Messages.say;

/** A packed buffer that does not unpack: what was expected and what was found; the caller knows file and place. */
final class BloscException extends Exception {
    private static final long serialVersionUID = 1;

    private final String expected;
    private final String found;

    BloscException(String expected, String found) {
        super(say("formats.openvdb.coding.BloscException.expected-found", expected, found));
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
