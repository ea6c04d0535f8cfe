package idleheron.formats.gltf.bridge;

import static idleheron.core.Messages.say;

import idleheron.formats.bytes.FormatException;
import idleheron.formats.gltf.document.Accessor;
import idleheron.formats.gltf.document.GltfDocument;
import idleheron.formats.gltf.document.GltfObject;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * The numbers of one primitive, read.
 *
 * <pre>
 * attributes  POSITION, NORMAL (3), TANGENT (4, w is the side of the third direction), TEXCOORD_n (2), COLOR_n (3 or 4),
 *             JOINTS_n and WEIGHTS_n (4), _FREEDOM (1); all of one count
 * indices     of vertices, or all in their order
 * mode        0 points 1 lines 2 loop 3 line strip 4 triangles 5 strip 6 fan
 * targets     offsets of POSITION, NORMAL, TANGENT
 * </pre>
 *
 * @param corners three vertices a face
 * @param attributes by their names, normalised
 * @param joints per set four slots a vertex
 * @param targets per shape, its offsets by their names
 * @param packed whether places are whole numbers
 */
record GltfPrimitive(
        int vertices,
        int[] corners,
        Map<String, float[]> attributes,
        List<int[]> joints,
        List<Map<String, float[]>> targets,
        int material,
        boolean packed) {
    private static final int TRIANGLES = 4;
    private static final int STRIP = 5;
    private static final int FAN = 6;
    private static final int SETS = 16;
    private static final float[] NONE = {};

    /** How far a garment's points may leave their skin, 0 to 1: an attribute of our own, as the standard lets everyone have. */
    static final String FREEDOM = "_FREEDOM";

    int faces() {
        return corners.length / 3;
    }

    /** @return null where nothing of it has faces; that is noted */
    static @Nullable GltfPrimitive read(GltfDocument doc, GltfObject p, boolean skinned, List<String> notes)
            throws FormatException {
        int mode = p.count("mode", TRIANGLES);
        if (mode > FAN) {
            throw p.wrong("mode", say("formats.gltf.bridge.GltfPrimitive.a-mode-from-0-to-6"));
        }
        GltfObject told = p.child("attributes");
        Accessor position = doc.accessor(told, "POSITION");
        if (position == null) {
            notes.add(say("formats.gltf.bridge.GltfPrimitive.has-no-positions-left-out", p.at()));
            return null;
        }
        Map<String, Accessor> all = attributes(doc, told, position);
        if (mode < TRIANGLES) {
            notes.add(say(
                    "formats.gltf.bridge.GltfPrimitive.is-which-have-no-place-here",
                    p.at(),
                    (mode == 0
                            ? say("formats.gltf.bridge.GltfPrimitive.points")
                            : say("formats.gltf.bridge.GltfPrimitive.lines"))));
            return null;
        }
        List<int[]> joints = new ArrayList<>();
        Map<String, float[]> values = new TreeMap<>();
        for (Map.Entry<String, Accessor> e : all.entrySet()) {
            if (!e.getKey().startsWith("JOINTS_") && (skinned || !e.getKey().startsWith("WEIGHTS_"))) {
                values.put(e.getKey(), e.getValue().floats());
            }
        }
        bounds(position, values.getOrDefault("POSITION", NONE), notes);
        for (int k = 0; k < SETS && skinned; k++) {
            Accessor j = all.get("JOINTS_" + k);
            if (j == null || !all.containsKey("WEIGHTS_" + k)) {
                if (j != null || all.containsKey("WEIGHTS_" + k)) {
                    notes.add(say("formats.gltf.bridge.GltfPrimitive.has-joints-or-weights-of-a", p.at()));
                }
                break;
            }
            joints.add(j.ints());
        }
        List<Map<String, float[]>> targets = new ArrayList<>();
        for (GltfObject t : p.list("targets")) {
            Map<String, float[]> offsets = new TreeMap<>();
            for (String name : List.of("POSITION", "NORMAL", "TANGENT")) {
                Accessor a = doc.accessor(t, name);
                if (a != null) {
                    expect(a, 3, position.count());
                    offsets.put(name, a.floats());
                }
            }
            targets.add(offsets);
        }
        return new GltfPrimitive(
                position.count(),
                corners(doc, p, mode, position.count(), notes),
                values,
                joints,
                targets,
                material(doc, p, notes),
                position.component() != Accessor.FLOAT);
    }

    /** Tells places that are no numbers, and bounds that are not those of the places. */
    private static void bounds(Accessor a, float[] v, List<String> notes) throws FormatException {
        double[] min = a.told("min");
        double[] max = a.told("max");
        double[] low = {1 / 0.0, 1 / 0.0, 1 / 0.0};
        double[] high = {-1 / 0.0, -1 / 0.0, -1 / 0.0};
        int odd = 0;
        for (int i = 0; i < v.length; i++) {
            odd += Float.isFinite(v[i]) ? 0 : 1;
            low[i % 3] = Math.min(low[i % 3], v[i]);
            high[i % 3] = Math.max(high[i % 3], v[i]);
        }
        if (odd > 0) {
            notes.add(a.at() + ": " + odd
                    + (odd == 1
                            ? say("formats.gltf.bridge.GltfPrimitive.coordinate-is-no-number")
                            : say("formats.gltf.bridge.GltfPrimitive.coordinates-are-no-numbers")));
        } else if (min.length != 3 || max.length != 3) {
            notes.add(say("formats.gltf.bridge.GltfPrimitive.does-not-tell-the-least-and", a.at()));
        } else if (a.component() == Accessor.FLOAT) {
            for (int k = 0; k < 3; k++) {
                if ((float) min[k] != (float) low[k] || (float) max[k] != (float) high[k]) {
                    notes.add(say("formats.gltf.bridge.GltfPrimitive.tells-bounds-that-are-not-those", a.at()));
                    return;
                }
            }
        }
    }

    private static Map<String, Accessor> attributes(GltfDocument doc, GltfObject told, Accessor position)
            throws FormatException {
        Map<String, Accessor> all = new TreeMap<>();
        for (Map.Entry<String, com.fasterxml.jackson.databind.JsonNode> e :
                told.node().properties()) {
            String n = e.getKey();
            Accessor a = doc.accessor(told, n);
            int width = n.equals("POSITION") || n.equals("NORMAL")
                    ? 3
                    : n.startsWith("TEXCOORD_")
                            ? 2
                            : n.startsWith("COLOR_") && a != null
                                    ? Math.clamp(a.width(), 3, 4)
                                    : n.equals(GltfPlaces.POINT) || n.equals(FREEDOM) ? 1 : 4;
            boolean known = n.equals("POSITION")
                    || n.equals("NORMAL")
                    || n.equals("TANGENT")
                    || n.equals(GltfPlaces.POINT)
                    || n.equals(FREEDOM)
                    || n.matches("(?:TEXCOORD|COLOR|JOINTS|WEIGHTS)_\\d{1,2}");
            if (a != null && known) {
                expect(a, width, position.count());
                all.put(n, a);
            }
        }
        return all;
    }

    private static void expect(Accessor a, int width, int count) throws FormatException {
        if (a.width() != width || a.count() != count) {
            throw a.wrong(
                    say("formats.gltf.bridge.GltfPrimitive.elements-of-numbers", count, width),
                    say("formats.gltf.bridge.GltfPrimitive.of", a.count(), a.width()));
        }
    }

    private static int material(GltfDocument doc, GltfObject p, List<String> notes) throws FormatException {
        int there = doc.root().length("materials");
        if (p.has("material") && p.count("material", 0) >= there) {
            notes.add(say(
                    "formats.gltf.bridge.GltfPrimitive.has-material-of-it-goes-without",
                    p.at(),
                    p.count("material", 0),
                    there));
            return -1;
        }
        return p.index("material", there);
    }

    private static int[] corners(GltfDocument doc, GltfObject p, int mode, int vertices, List<String> notes)
            throws FormatException {
        Accessor a = doc.accessor(p, "indices");
        int[] order;
        if (a == null) {
            order = new int[vertices];
            for (int i = 0; i < vertices; i++) {
                order[i] = i;
            }
        } else {
            if (a.width() != 1 || a.component() == Accessor.FLOAT) {
                throw a.wrong(
                        say("formats.gltf.bridge.GltfPrimitive.single-whole-numbers-as-indices"),
                        say("formats.gltf.bridge.GltfPrimitive.of", a.type(), a.component()));
            }
            order = a.ints();
            for (int i = 0; i < order.length; i++) {
                if (order[i] < 0 || order[i] >= vertices) {
                    throw a.wrong(
                            say("formats.gltf.bridge.GltfPrimitive.indices-below", vertices),
                            say("formats.gltf.bridge.GltfPrimitive.at", Integer.toUnsignedString(order[i]), i));
                }
            }
        }
        if (mode == TRIANGLES) {
            int whole = order.length - order.length % 3;
            if (whole < order.length) {
                notes.add(say(
                        "formats.gltf.bridge.GltfPrimitive.has-indices-no-multiple-of-three", p.at(), order.length));
                order = java.util.Arrays.copyOf(order, whole);
            }
            return order;
        }
        int faces = Math.max(0, order.length - 2);
        int[] out = new int[3 * faces];
        for (int k = 0; k < faces; k++) {
            boolean strip = mode == STRIP;
            out[3 * k] = strip ? order[k] : order[k + 1];
            out[3 * k + 1] = strip ? order[k + 1 + k % 2] : order[k + 2];
            out[3 * k + 2] = strip ? order[k + 2 - k % 2] : order[0];
        }
        return out;
    }
}
