package idleheron.formats.obj.bridge;

import idleheron.core.scene.Node;
import idleheron.core.scene.mesh.Mesh;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * Which material each face of a mesh wears, where every face is to wear one: in a text a material holds until another is named, and
 * there is no word for none.
 *
 * @param slots a material of the scene for each slot
 * @param faces a slot for each face, or null for the first
 */
record ObjWorn(int[] slots, int @Nullable [] faces) {
    static ObjWorn of(Node n, Mesh m) {
        return new ObjWorn(n.materials(), m.faceMaterials());
    }

    private int material(int face) {
        int slot = faces == null ? 0 : faces[face];
        return slot >= 0 && slot < slots.length ? slots[slot] : -1;
    }

    /** How many of so many faces wear none. */
    int bare(int count) {
        int out = 0;
        for (int f = 0; f < count; f++) {
            out += material(f) < 0 ? 1 : 0;
        }
        return out;
    }

    /** With a material for those of so many faces that wear none. */
    ObjWorn with(int material, int count) {
        if (bare(count) == 0) {
            return this;
        }
        int[] more = Arrays.copyOf(slots, slots.length + 1);
        more[slots.length] = material;
        int[] of = new int[count];
        for (int f = 0; f < count; f++) {
            of[f] = material(f) < 0 ? slots.length : faces == null ? 0 : faces[f];
        }
        return new ObjWorn(more, of);
    }
}
