package idleheron.formats.fbx;

import idleheron.core.job.Progress;
import idleheron.formats.bytes.FormatException;
import idleheron.formats.fbx.coding.FbxDocuments;
import idleheron.formats.fbx.document.FbxDocument;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.foreign.MemorySegment;

/** Documents to bytes and back, in memory. */
public final class FbxBytes {
    private FbxBytes() {}

    public static FbxDocument read(byte[] bytes) throws FormatException {
        return FbxDocuments.read("t.fbx", MemorySegment.ofArray(bytes), Progress.NONE);
    }

    public static byte[] binary(FbxDocument document, int version) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            FbxDocuments.writeBinary(document, version, out, Progress.NONE);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    public static byte[] text(FbxDocument document) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            FbxDocuments.writeText(document, out, Progress.NONE);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }
}
