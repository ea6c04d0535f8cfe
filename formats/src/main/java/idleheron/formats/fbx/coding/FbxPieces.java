package idleheron.formats.fbx.coding;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxRecord;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Where the records of a damaged document are found, one after the other. */
interface FbxPieces {
    /** Records whose children are looked at one by one. */
    Set<String> SECTIONS = Set.of("Definitions", "Objects", "Connections", "Takes");

    /** Records that stand beside them. */
    Set<String> BESIDES = Set.of(
            "FBXHeaderExtension",
            "FileId",
            "CreationTime",
            "Creator",
            "GlobalSettings",
            "Documents",
            "References",
            "Relations",
            "Version5");

    /**
     * A whole record, the beginning of a section, or where neither is told the end of one.
     *
     * @param section its name, or ""
     */
    record Piece(@Nullable FbxRecord record, String section, long from, long to) {}

    /** The first byte after the head. */
    long begin();

    long size();

    int version();

    boolean isText();

    /** @throws FormatException when nothing whole begins here */
    Piece at(long from) throws FormatException;

    /** The next byte after one where nothing whole begins at which something does, or -1. */
    long next(long after);

    /** What the broken record at a byte seems to be: its name, and what it calls itself. */
    String[] label(long at);

    /**
     * Whether damage that begins at a byte cannot have reached into what ends there: heads of records and the zeros that close
     * scopes would not have made sense.
     */
    boolean endsFirmly(long at);

    /** What is whole of the record of a mesh that as a whole is not, as long as that is its surface; else null. */
    @Nullable
    FbxRecord surface(long at);

    /** Whether the file ends within the record at a byte, rather than that something is wrong with it. */
    boolean runsOut(long at);
}
