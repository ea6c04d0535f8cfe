package idleheron.formats.fbx;

import idleheron.core.job.Progress;
import idleheron.formats.FormatException;

/** Reads either form of FBX document and writes the binary one. */
public final class FbxDocuments {
    private FbxDocuments() {}

    public static boolean matches(byte[] head) {
        return FbxBinaryReader.matches(head) || FbxTextReader.matches(head);
    }

    /**
     * @param file the name for messages
     * @throws FormatException when the bytes are no FBX document of version 7
     */
    public static FbxDocument read(String file, byte[] bytes, Progress progress) throws FormatException {
        if (bytes.length == 0) {
            throw FormatException.at(file, 0, "an FBX document", "an empty file");
        }
        return FbxBinaryReader.matches(bytes)
                ? FbxBinaryReader.read(file, bytes, progress)
                : FbxTextReader.read(file, bytes, progress);
    }

    /**
     * @param version 7400 or 7500
     */
    public static byte[] write(FbxDocument document, int version, Progress progress) {
        return FbxBinaryWriter.write(document, version, progress);
    }
}
