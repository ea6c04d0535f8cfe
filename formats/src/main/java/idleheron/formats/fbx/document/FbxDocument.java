package idleheron.formats.fbx.document;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Exactly what an FBX file holds.
 *
 * @param version as in the file, 7400 for 7.4
 * @param text whether the file is the text form
 * @param records the top-level records in their order
 * @param footerCode the sixteen bytes after the last record of a binary file, or null
 * @param notes what was odd about the file's structure and forgiven
 */
public record FbxDocument(
        int version, boolean text, List<FbxRecord> records, byte @Nullable [] footerCode, List<String> notes) {

    public @Nullable FbxRecord record(String name) {
        for (FbxRecord r : records) {
            if (r.name().equals(name)) {
                return r;
            }
        }
        return null;
    }

    /** "binary 7.4" or "text 7.5". */
    public String variant() {
        return (text ? "text " : "binary ") + version / 1000 + "." + version / 100 % 10;
    }
}
