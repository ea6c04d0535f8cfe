package idleheron.formats.fbx.parts;

import idleheron.core.scene.OpaqueData;
import idleheron.formats.fbx.document.FbxRecord;
import java.util.List;

/**
 * An object that has no place in a scene, with its connections: constraints, character definitions, display layers, sets,
 * line and patch geometry, the properties of kinds this program does not know.
 *
 * @param id its number in the file it came from
 * @param tag the class behind its name
 */
public record FbxKeepsake(long id, FbxRecord record, String name, String tag, List<Tie> ties) implements OpaqueData {
    /**
     * A connection.
     *
     * @param outward whether it goes from the object to the other end
     * @param end what the other end is: "node" with its path, "material" or "texture" with its name, "keepsake" with its
     *     number, "attribute" with the path of its node, "root"
     * @param property as in the file, "" for a plain one
     */
    public record Tie(boolean outward, String end, String which, String property) {}

    public FbxKeepsake {
        ties = List.copyOf(ties);
    }

    @Override
    public String format() {
        return "FBX";
    }

    @Override
    public String kind() {
        return record.name();
    }
}
