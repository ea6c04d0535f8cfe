package idleheron.formats.openvdb.coding;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;

/** Memory that one file may take; what a file claims is held against it before it is allocated. */
public final class VdbRoom {
    private final String file;
    private final long limit;
    private long taken;

    public VdbRoom(String file) {
        this.file = file;
        this.limit = Runtime.getRuntime().maxMemory() / 4 * 3;
    }

    /**
     * @throws FormatException when there is no room for so many bytes more
     */
    public void take(long bytes, long at, String what) throws FormatException {
        taken += bytes;
        if (bytes < 0 || taken > limit) {
            throw FormatException.at(
                    file,
                    at,
                    say("formats.openvdb.coding.VdbRoom.a-tree-of-at-most-mb", (limit >> 20)),
                    say("formats.openvdb.coding.VdbRoom.mb-with", (taken >> 20), what));
        }
    }
}
