package idleheron.formats.fbx.read;

import idleheron.core.scene.motion.Clip;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What the objects of a document became in the scene, for all that points to them.
 *
 * @param attributes per attribute object the node it belongs to
 */
record FbxTargets(
        Map<Long, Integer> nodes,
        Map<Long, Integer> attributes,
        Map<Long, Integer> materials,
        Map<Long, Integer> meshes,
        Map<Long, FbxShapeReader.Place> shapes,
        Set<Long> layers) {

    boolean isLayer(long id) {
        return layers.contains(id);
    }

    Clip.@Nullable Subject subject(long id) {
        return nodes.containsKey(id)
                ? Clip.Subject.NODE
                : attributes.containsKey(id)
                        ? Clip.Subject.ATTRIBUTE
                        : materials.containsKey(id) ? Clip.Subject.MATERIAL : null;
    }

    int index(long id) {
        Integer n = nodes.get(id);
        Integer a = attributes.get(id);
        Integer m = materials.get(id);
        return n != null ? n : a != null ? a : m != null ? m : -1;
    }
}
