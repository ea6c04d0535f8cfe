package idleheron.desktop.model;

import idleheron.formats.bytes.FormatException;
import java.io.IOException;

/** A file that was refused and of which something may be whole. */
public final class RefusedException extends IOException {
    private static final long serialVersionUID = 1;
    private final transient Runnable rescue;

    /**
     * @param rescue asks for the file again, damaged as it is
     */
    RefusedException(FormatException why, Runnable rescue) {
        super(why.getMessage(), why);
        this.rescue = rescue;
    }

    public Runnable rescue() {
        return rescue;
    }
}
