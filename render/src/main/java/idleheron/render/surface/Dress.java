package idleheron.render.surface;

import idleheron.core.picture.Coat;
import idleheron.core.picture.Shelf;
import idleheron.core.picture.Texels;
import idleheron.core.scene.Placement;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The pictures on one surface: per triangle a coat, and where its corners lie on the picture. Made once for a mesh; the pictures
 * themselves come from a shelf, and may come later.
 */
final class Dress {
    private static final int NONE = -1;

    private final Scene scene;
    private final List<Coat> coats;
    /** Per triangle a coat, -1 for none. */
    private final int[] coatOf;
    /** Six per triangle: u and v of its corners on its picture. */
    final float[] uv;

    private final List<Worn> worn = new ArrayList<>();
    private Cover cover = Cover.PLAIN;
    private long version = Long.MIN_VALUE;
    private int[] opaque = {};
    private int[] mixed = {};

    /**
     * A coat with its pictures at hand.
     *
     * @param colour null where there is none or none yet
     * @param missing whether its picture is not to be had
     * @param factor its red, green and blue of 256
     */
    record Worn(
            @Nullable Texels colour,
            @Nullable Texels normal,
            @Nullable Texels opacity,
            boolean missing,
            Placement.Wrap acrossU,
            Placement.Wrap acrossV,
            int[] factor,
            int cutoff,
            boolean mixed) {
        /** The picture that decides which of its copies are taken. */
        @Nullable
        Texels first() {
            return colour != null ? colour : normal != null ? normal : opacity;
        }
    }

    private Dress(Scene scene, List<Coat> coats, int[] coatOf, float[] uv) {
        this.scene = scene;
        this.coats = coats;
        this.coatOf = coatOf;
        this.uv = uv;
    }

    /** Of a mesh node; null where no picture is on it, or no coordinates to lay one. */
    static @Nullable Dress of(Scene scene, int node) {
        Mesh mesh = scene.meshes().get(scene.nodes().get(node).payload());
        int[] materials = scene.nodes().get(node).materials();
        if (mesh.uvSets().isEmpty()) {
            return null;
        }
        List<Coat> coats = new ArrayList<>();
        int[] ofSlot = new int[materials.length];
        for (int s = 0; s < materials.length; s++) {
            Coat c = materials[s] < 0 ? null : Coat.of(scene, scene.materials().get(materials[s]));
            ofSlot[s] = c == null || !c.hasPicture() ? NONE : coats.size();
            if (ofSlot[s] >= 0 && c != null) {
                coats.add(c);
            }
        }
        if (coats.isEmpty()) {
            return null;
        }
        int[] slots = mesh.triangleMaterials();
        int[] coatOf = new int[slots.length];
        for (int t = 0; t < slots.length; t++) {
            coatOf[t] = slots[t] < ofSlot.length ? ofSlot[slots[t]] : NONE;
        }
        float[] uv = new float[6 * slots.length];
        UvSet[] sets = coats.stream().map(c -> set(mesh, c.uvSet())).toArray(UvSet[]::new);
        int t = 0;
        for (int f = 0; f < mesh.faceCount(); f++) {
            int first = mesh.faceStarts()[f];
            for (int c = first + 2; c < mesh.faceStarts()[f + 1]; c++, t++) {
                if (coatOf[t] >= 0
                        && !lay(
                                sets[coatOf[t]],
                                coats.get(coatOf[t]).place(),
                                new int[] {first, c - 1, c},
                                uv,
                                6 * t)) {
                    coatOf[t] = NONE;
                }
            }
        }
        return new Dress(scene, List.copyOf(coats), coatOf, uv);
    }

    /** False where a corner has no coordinates. */
    private static boolean lay(UvSet set, Placement p, int[] corners, float[] into, int at) {
        for (int k = 0; k < corners.length; k++) {
            int i = set.indices()[corners[k]];
            if (i < 0) {
                return false;
            }
            float u = set.uv()[2 * i];
            float v = set.uv()[2 * i + 1];
            into[at + 2 * k] = (float) p.u(u, v);
            into[at + 2 * k + 1] = (float) p.v(u, v);
        }
        return true;
    }

    private static UvSet set(Mesh mesh, String name) {
        return mesh.uvSets().stream()
                .filter(s -> s.name().equals(name))
                .findFirst()
                .orElse(mesh.uvSets().getFirst());
    }

    /** Takes what pictures there are, once more where there may be others. */
    void wear(Shelf shelf, Cover as) {
        if (version == shelf.version() && cover == as) {
            return;
        }
        version = shelf.version();
        cover = as;
        worn.clear();
        for (Coat c : coats) {
            worn.add(worn(c, shelf));
        }
        mixed = triangles(true);
        opaque = triangles(false);
    }

    private Worn worn(Coat c, Shelf shelf) {
        Texels colour = had(c.colour(), shelf, false);
        Texels opacity = c.opacity() == c.colour() ? colour : had(c.opacity(), shelf, true);
        Texels normal = cover == Cover.NORMALS ? had(c.normal(), shelf, true) : null;
        boolean channel = cover.isChannel();
        boolean seen = usable(opacity) && !channel;
        return new Worn(
                usable(colour) ? colour : null,
                usable(normal) ? normal : null,
                seen ? opacity : null,
                colour == Texels.MISSING || c.colour() < 0 && normal == Texels.MISSING,
                c.place().acrossU(),
                c.place().acrossV(),
                channel
                        ? new int[] {256, 256, 256}
                        : new int[] {
                            part(c.factor().x()),
                            part(c.factor().y()),
                            part(c.factor().z())
                        },
                (int) Math.ceil(255 * c.cutoff()),
                seen && c.mixed());
    }

    private static int part(double v) {
        return Math.clamp(Math.round(256 * v), 0, 256);
    }

    private @Nullable Texels had(int texture, Shelf shelf, boolean asNumbers) {
        return texture < 0 || texture >= scene.textures().size() ? null : shelf.of(scene, texture, asNumbers);
    }

    private static boolean usable(@Nullable Texels t) {
        return t != null && t != Texels.COMING && t != Texels.MISSING;
    }

    private int[] triangles(boolean asMixed) {
        int[] out = new int[coatOf.length];
        int n = 0;
        for (int t = 0; t < coatOf.length; t++) {
            if ((coatOf[t] >= 0 && worn.get(coatOf[t]).mixed) == asMixed) {
                out[n++] = t;
            }
        }
        return Arrays.copyOf(out, n);
    }

    /** Files of pictures that are hatched. */
    List<String> missing() {
        List<String> out = new ArrayList<>();
        for (int i = 0; i < worn.size(); i++) {
            Coat c = coats.get(i);
            if (worn.get(i).missing) {
                out.add(scene.textures()
                        .get(c.colour() < 0 ? c.normal() : c.colour())
                        .fileName());
            }
        }
        return out;
    }

    Cover cover() {
        return cover;
    }

    /** Whether anything of pictures is drawn on a triangle. */
    boolean has(int triangle) {
        if (coatOf[triangle] < 0 || cover == Cover.PLAIN) {
            return false;
        }
        Worn w = worn.get(coatOf[triangle]);
        return w.missing || w.first() != null;
    }

    Worn worn(int triangle) {
        return worn.get(coatOf[triangle]);
    }

    /** Triangles that hide what is behind, or null for all. */
    int @Nullable [] opaque() {
        return cover == Cover.PLAIN || mixed.length == 0 ? null : opaque;
    }

    /** The others, the farthest first. */
    int[] mixedByDepth(Rasterizer.Geometry g) {
        if (cover == Cover.PLAIN || mixed.length == 0) {
            return new int[0];
        }
        long[] keys = new long[mixed.length];
        for (int i = 0; i < keys.length; i++) {
            int t = 3 * mixed[i];
            float near = g.screen[3 * g.triangles[t] + 2]
                    + g.screen[3 * g.triangles[t + 1] + 2]
                    + g.screen[3 * g.triangles[t + 2] + 2];
            keys[i] = (long) Float.floatToIntBits(near) << 32 | mixed[i];
        }
        Arrays.sort(keys);
        int[] out = new int[keys.length];
        for (int i = 0; i < out.length; i++) {
            out[i] = (int) keys[i];
        }
        return out;
    }
}
