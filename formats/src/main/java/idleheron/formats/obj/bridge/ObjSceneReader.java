package idleheron.formats.obj.bridge;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.UvSet;
import idleheron.formats.obj.document.ObjDocument;
import idleheron.formats.obj.document.ObjEvent;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** A document as a scene: a mesh and a node for each part, and the materials that faces ask for. */
public final class ObjSceneReader {
    /** How the note begins that holds a comment of the file. */
    static final String COMMENT = say("formats.obj.bridge.ObjSceneReader.a-comment-says") + " ";

    /** More groups than these become one layer of numbers. */
    private static final int MOST_GROUPS = 32;

    private final ObjDocument doc;
    private final List<String> notes;
    private final ObjMaterials materials;
    private final int[] place;
    private final int[] uvPlace;
    private final Map<ObjEvent.Kind, List<ObjEvent>> events = new EnumMap<>(ObjEvent.Kind.class);

    /** Over all parts, each told once. */
    private long bare;

    private long colorless;
    private long numbered;
    private boolean shared;

    private ObjSceneReader(ObjDocument doc, @Nullable Path folder) {
        this.doc = doc;
        this.notes = new ArrayList<>(doc.notes());
        this.materials = new ObjMaterials(folder, notes);
        this.place = new int[doc.points().length / 3];
        this.uvPlace = new int[doc.uvs().length / 2];
        Arrays.fill(uvPlace, -1);
        for (ObjEvent.Kind k : ObjEvent.Kind.values()) {
            events.put(k, new ArrayList<>());
        }
        doc.events().forEach(e -> of(e.kind()).add(e));
    }

    private List<ObjEvent> of(ObjEvent.Kind kind) {
        return Objects.requireNonNull(events.get(kind));
    }

    /**
     * @param name of the scene, and of a part that has none
     * @param folder of the document, where its libraries are; or null
     */
    public static Scene read(ObjDocument doc, String name, @Nullable Path folder) {
        return new ObjSceneReader(doc, folder).scene(name);
    }

    private Scene scene(String name) {
        of(ObjEvent.Kind.LIBRARY).forEach(e -> materials.library(e.text()));
        List<Node> nodes = new ArrayList<>();
        List<Mesh> meshes = new ArrayList<>();
        ObjParts parts = ObjParts.of(doc);
        Set<String> names = new HashSet<>();
        Set<String> twice = new LinkedHashSet<>();
        for (ObjParts.Part p : parts.all()) {
            String called = p.name().isEmpty() ? name : p.name();
            if (!names.add(called)) {
                twice.add(called);
            }
            List<Integer> slots = new ArrayList<>();
            meshes.add(mesh(p, called, slots));
            nodes.add(Node.mesh(
                    called,
                    -1,
                    Transform.IDENTITY,
                    meshes.size() - 1,
                    slots.stream().mapToInt(i -> i).toArray()));
        }
        told(parts.unused(), List.copyOf(twice), meshes.isEmpty());
        Stage declared = ObjHead.declared(doc.comments());
        if (declared == null) {
            notes.add(ObjHead.UNDECLARED);
            String hint = ObjHead.hint(doc.comments());
            if (!hint.isEmpty()) {
                notes.add(COMMENT + hint);
            }
        }
        Stage stage = (declared == null ? Stage.COMMON : declared).withWriter(ObjHead.writer(doc.comments()));
        return Scene.bare(name, stage)
                .withNodes(nodes)
                .withMeshes(meshes)
                .withMaterials(materials.materials())
                .withTextures(materials.textures())
                .withNotes(notes);
    }

    private void told(int unused, List<String> twice, boolean empty) {
        materials.told();
        if (unused > 0) {
            notes.add(say("formats.obj.bridge.ObjSceneReader.points-in-no-face", unused));
        }
        if (!twice.isEmpty()) {
            notes.add(say("formats.obj.bridge.ObjSceneReader.names-of-several-objects-each-of", Wording.listed(twice)));
        }
        if (bare > 0) {
            notes.add(say("formats.obj.bridge.ObjSceneReader.corners-without-a-normal-among-others", bare));
        }
        if (colorless > 0) {
            notes.add(say("formats.obj.bridge.ObjSceneReader.points-without-a-colour-among-others", colorless));
        }
        if (shared) {
            notes.add(say("formats.obj.bridge.ObjSceneReader.smoothing-groups-above-32-share-those"));
        }
        if (numbered > 0) {
            notes.add(say("formats.obj.bridge.ObjSceneReader.groups-of-parts-that-have-more", MOST_GROUPS, numbered));
        }
        if (empty) {
            notes.add(say("formats.obj.bridge.ObjSceneReader.it-has-no-points"));
        }
    }

    private Mesh mesh(ObjParts.Part p, String name, List<Integer> slots) {
        int from = doc.faceStarts()[p.faceFrom()];
        int to = doc.faceStarts()[p.faceTo()];
        boolean whole = p.points().length == place.length;
        boolean all = whole && to - from == doc.cornerPoints().length;
        double[] points = doc.points();
        int[] corners = doc.cornerPoints();
        int[] starts = doc.faceStarts();
        if (!whole) {
            points = new double[3 * p.points().length];
            for (int i = 0; i < p.points().length; i++) {
                System.arraycopy(doc.points(), 3 * p.points()[i], points, 3 * i, 3);
                place[p.points()[i]] = i;
            }
        }
        if (!all) {
            corners = Arrays.copyOfRange(doc.cornerPoints(), from, to);
            for (int c = 0; c < corners.length && !whole; c++) {
                corners[c] = place[corners[c]];
            }
            starts = new int[p.faceTo() - p.faceFrom() + 1];
            for (int f = 0; f < starts.length; f++) {
                starts[f] = doc.faceStarts()[p.faceFrom() + f] - from;
            }
        }
        List<MeshLayer> layers = new ArrayList<>();
        colors(p, layers);
        groups(p, layers);
        Mesh bare = Mesh.bare(name, points, starts, corners);
        return new Mesh(
                name,
                points,
                starts,
                corners,
                normals(bare, from, to),
                uvs(from, to, all),
                faceMaterials(p, slots),
                smoothing(p),
                null,
                null,
                List.of(),
                layers);
    }

    private List<UvSet> uvs(int from, int to, boolean all) {
        int[] told = doc.cornerUvs();
        if (told.length == 0 || to == from) {
            return List.of();
        }
        if (all) {
            return List.of(new UvSet("uv", doc.uvs(), told));
        }
        int[] indices = new int[to - from];
        int n = 0;
        for (int c = from; c < to; c++) {
            int t = told[c];
            if (t >= 0 && uvPlace[t] < 0) {
                uvPlace[t] = n++;
            }
            indices[c - from] = t < 0 ? -1 : uvPlace[t];
        }
        if (n == 0) {
            return List.of();
        }
        float[] uv = new float[2 * n];
        for (int c = from; c < to; c++) {
            int t = told[c];
            if (t >= 0 && uvPlace[t] >= 0) {
                uv[2 * uvPlace[t]] = doc.uvs()[2 * t];
                uv[2 * uvPlace[t] + 1] = doc.uvs()[2 * t + 1];
                uvPlace[t] = -1;
            }
        }
        return List.of(new UvSet("uv", uv, indices));
    }

    /** Per corner, of length 1; a corner without gets that of its face. Null where no corner has any. */
    private float @Nullable [] normals(Mesh mesh, int from, int to) {
        int[] told = doc.cornerNormals();
        int has = 0;
        for (int c = from; c < to && told.length > 0; c++) {
            has += told[c] >= 0 ? 1 : 0;
        }
        if (has == 0) {
            return null;
        }
        bare += to - from - has;
        float[] out = new float[3 * (to - from)];
        float[] in = doc.normals();
        for (int f = 0; f < mesh.faceCount(); f++) {
            Vec3 own = null;
            for (int c = mesh.faceStarts()[f]; c < mesh.faceStarts()[f + 1]; c++) {
                int n = told[from + c];
                double x = n < 0 ? 0 : in[3 * n];
                double y = n < 0 ? 0 : in[3 * n + 1];
                double z = n < 0 ? 0 : in[3 * n + 2];
                double length = Math.sqrt(x * x + y * y + z * z);
                if (!(length > 0) || Double.isInfinite(length)) {
                    own = own == null ? faceNormal(mesh, f) : own;
                    out[3 * c] = (float) own.x();
                    out[3 * c + 1] = (float) own.y();
                    out[3 * c + 2] = (float) own.z();
                } else if (Math.abs(length - 1) < 1e-6) {
                    System.arraycopy(in, 3 * n, out, 3 * c, 3);
                } else {
                    out[3 * c] = (float) (x / length);
                    out[3 * c + 1] = (float) (y / length);
                    out[3 * c + 2] = (float) (z / length);
                }
            }
        }
        return out;
    }

    /** By the areas that a face covers on the three planes; Z where it covers none. */
    private static Vec3 faceNormal(Mesh m, int face) {
        double x = 0;
        double y = 0;
        double z = 0;
        int from = m.faceStarts()[face];
        int to = m.faceStarts()[face + 1];
        double[] p = m.points();
        for (int c = from; c < to; c++) {
            int a = 3 * m.corners()[c];
            int b = 3 * m.corners()[c + 1 == to ? from : c + 1];
            x += (p[a + 1] - p[b + 1]) * (p[a + 2] + p[b + 2]);
            y += (p[a + 2] - p[b + 2]) * (p[a] + p[b]);
            z += (p[a] - p[b]) * (p[a + 1] + p[b + 1]);
        }
        Vec3 n = new Vec3(x, y, z).unit();
        return n.isFinite() && !n.isZero() ? n : new Vec3(0, 0, 1);
    }

    private void colors(ObjParts.Part p, List<MeshLayer> into) {
        float[] told = doc.colors();
        if (told == null) {
            return;
        }
        double[] out = new double[4 * p.points().length];
        int missing = 0;
        for (int i = 0; i < p.points().length; i++) {
            int at = 4 * p.points()[i];
            boolean none = Float.isNaN(told[at]) && Float.isNaN(told[at + 1]);
            missing += none ? 1 : 0;
            for (int k = 0; k < 4; k++) {
                out[4 * i + k] = none ? 1 : told[at + k];
            }
        }
        if (missing == p.points().length) {
            return;
        }
        colorless += missing;
        into.add(new MeshLayer(MeshLayer.Kind.COLOR, "colours", MeshLayer.Domain.POINT, 4, out, null, null));
    }

    /** What holds at each face of a part; an array over its faces filled by the events of one kind. */
    private interface Holds {
        void over(int from, int to, String text);
    }

    private void events(ObjEvent.Kind kind, ObjParts.Part p, String otherwise, Holds holds) {
        List<ObjEvent> all = of(kind);
        int next = after(all, p.faceFrom());
        String now = next == 0 ? otherwise : all.get(next - 1).text();
        int at = p.faceFrom();
        while (next < all.size() && all.get(next).face() < p.faceTo()) {
            ObjEvent e = all.get(next++);
            if (e.face() > at) {
                holds.over(at - p.faceFrom(), e.face() - p.faceFrom(), now);
                at = e.face();
            }
            now = e.text();
        }
        if (at < p.faceTo()) {
            holds.over(at - p.faceFrom(), p.faceTo() - p.faceFrom(), now);
        }
    }

    /** The first of them, in the order of their faces, that holds from after a face. */
    private static int after(List<ObjEvent> all, int face) {
        int low = 0;
        int high = all.size();
        while (low < high) {
            int mid = (low + high) >>> 1;
            if (all.get(mid).face() <= face) {
                low = mid + 1;
            } else {
                high = mid;
            }
        }
        return low;
    }

    private int @Nullable [] faceMaterials(ObjParts.Part p, List<Integer> slots) {
        if (of(ObjEvent.Kind.MATERIAL).isEmpty()) {
            return null;
        }
        int[] out = new int[p.faceTo() - p.faceFrom()];
        Map<Integer, Integer> slotOf = new HashMap<>();
        events(ObjEvent.Kind.MATERIAL, p, "", (from, to, name) -> {
            int m = materials.of(name);
            int slot = slotOf.computeIfAbsent(m, k -> {
                slots.add(m);
                return slots.size() - 1;
            });
            Arrays.fill(out, from, to, slot);
        });
        return slots.size() < 2 ? null : out;
    }

    private int @Nullable [] smoothing(ObjParts.Part p) {
        if (of(ObjEvent.Kind.SMOOTHING).isEmpty()) {
            return null;
        }
        int[] out = new int[p.faceTo() - p.faceFrom()];
        events(ObjEvent.Kind.SMOOTHING, p, "off", (from, to, text) -> {
            int n = text.matches("\\d{1,9}") ? Integer.parseInt(text) : text.equalsIgnoreCase("on") ? 1 : 0;
            shared |= n > 32;
            Arrays.fill(out, from, to, n == 0 ? 0 : 1 << (n - 1) % 32);
        });
        return out;
    }

    /** A layer for each group, 1 on its faces; one layer of numbers where there are too many. */
    private void groups(ObjParts.Part p, List<MeshLayer> into) {
        if (of(ObjEvent.Kind.GROUP).isEmpty()) {
            return;
        }
        int faces = p.faceTo() - p.faceFrom();
        Map<String, int[]> masks = new LinkedHashMap<>();
        Map<String, Integer> sets = new LinkedHashMap<>();
        double[] numbers = new double[faces];
        events(ObjEvent.Kind.GROUP, p, "default", (from, to, text) -> {
            String told = text.isBlank() ? "default" : text.strip();
            int set = sets.computeIfAbsent(told, t -> sets.size());
            Arrays.fill(numbers, from, to, set);
            for (String g : told.split("\\s+")) {
                if (masks.size() <= MOST_GROUPS || masks.containsKey(g)) {
                    Arrays.fill(
                            masks.computeIfAbsent(g, k -> {
                                int[] none = new int[faces];
                                Arrays.fill(none, -1);
                                return none;
                            }),
                            from,
                            to,
                            0);
                }
            }
        });
        if (masks.size() <= MOST_GROUPS) {
            masks.forEach((g, mask) -> into.add(
                    new MeshLayer(MeshLayer.Kind.GROUP, g, MeshLayer.Domain.FACE, 1, new double[] {1}, mask, null)));
        } else {
            numbered += sets.size();
            into.add(new MeshLayer(MeshLayer.Kind.GROUP, "groups", MeshLayer.Domain.FACE, 1, numbers, null, null));
        }
    }
}
