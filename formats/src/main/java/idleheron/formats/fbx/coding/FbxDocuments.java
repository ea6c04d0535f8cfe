package idleheron.formats.fbx.coding;

import static idleheron.core.Messages.say;

import idleheron.core.job.Progress;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.document.FbxDocument;
import idleheron.formats.fbx.document.FbxNames;
import idleheron.formats.fbx.document.FbxRecord;
import java.io.IOException;
import java.io.OutputStream;
import java.lang.foreign.MemorySegment;
import java.util.IdentityHashMap;
import org.jspecify.annotations.Nullable;

/** Reads and writes either form of FBX document. */
public final class FbxDocuments {
    private FbxDocuments() {}

    /** Whether a file begins as one, binary or text. */
    public static boolean matches(byte[] head) {
        return FbxBinaryReader.matches(head) || FbxTextReader.matches(head);
    }

    /**
     * @param file the name for messages
     * @param bytes the whole file; it is not looked at any more once this returns
     * @throws FormatException when the bytes are no FBX document of version 6 or 7
     */
    public static FbxDocument read(String file, MemorySegment bytes, Progress progress) throws FormatException {
        return read(file, bytes, null, progress);
    }

    /**
     * @param places takes the byte offset of every record; null where nobody asks
     */
    public static FbxDocument read(
            String file, MemorySegment bytes, @Nullable IdentityHashMap<FbxRecord, Long> places, Progress progress)
            throws FormatException {
        if (bytes.byteSize() == 0) {
            throw FormatException.at(
                    file,
                    0,
                    say("formats.fbx.coding.FbxDocuments.an-fbx-document"),
                    say("formats.fbx.coding.FbxDocuments.an-empty-file"));
        }
        byte[] head = bytes.asSlice(0, Math.min(bytes.byteSize(), FbxBinaryReader.MAGIC.length))
                .toArray(java.lang.foreign.ValueLayout.JAVA_BYTE);
        return FbxBinaryReader.matches(head)
                ? FbxBinaryReader.read(file, bytes, places, progress)
                : FbxTextReader.read(file, bytes, places, progress);
    }

    /**
     * Writes the binary form. A version 6 document is brought to version 7 first.
     *
     * @param version 7400 or 7500
     */
    public static void writeBinary(FbxDocument document, int version, OutputStream out, Progress progress)
            throws IOException {
        FbxBinaryWriter.write(FbxNames.spelled(FbxUpgrade.toSeven(document), false), version, out, progress);
    }

    /** Writes the text form of version 7.4. A version 6 document is brought to version 7 first. */
    public static void writeText(FbxDocument document, OutputStream out, Progress progress) throws IOException {
        FbxTextWriter.write(FbxNames.spelled(FbxUpgrade.toSeven(document), true), out, progress);
    }
}
