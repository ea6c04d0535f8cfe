package idleheron.formats.gltf.bridge;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import idleheron.core.avatar.motion.Motion;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.SampleTimes;
import idleheron.formats.gltf.document.GltfWriter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import org.joml.Matrix4d;
import org.joml.Quaterniond;
import org.jspecify.annotations.Nullable;

/**
 * Clips as animations: cubics with a key on every frame that the cubic between its neighbours does not already meet; what holds from
 * key to key goes as steps. A clip says its rate in its extras.
 */
final class GltfClipWriter {
    /** Metres, and parts of a size, a weight or a quaternion. */
    private static final double NEAR = 1e-7;

    /** Of a frame, over which slopes are measured. */
    private static final double STEP = 1e-3;

    private static final String POINTER = "KHR_animation_pointer";

    private static final String[] PATHS = {"translation", "rotation", "scale"};

    private final GltfWriter doc;
    private final Scene scene;
    private final GltfPlaces places;
    private final int[] nodeOf;
    private final Map<Integer, List<Integer>> shownBy;
    private final Map<Integer, Integer> lights;

    /** Readers of motions for any avatar take every key for one of a straight line. */
    private final boolean straight;

    private final Map<List<Float>, Integer> inputs = new HashMap<>();

    /**
     * @param nodeOf node of the document for each of the scene
     * @param shownBy for each mesh the nodes of the document that show it
     * @param lights for each node of the scene that is a light the number of what it shines with
     */
    GltfClipWriter(
            GltfWriter doc,
            Scene scene,
            GltfPlaces places,
            int[] nodeOf,
            Map<Integer, List<Integer>> shownBy,
            Map<Integer, Integer> lights) {
        this.doc = doc;
        this.scene = scene;
        this.places = places;
        this.nodeOf = nodeOf;
        this.shownBy = shownBy;
        this.lights = lights;
        this.straight = Motion.in(scene) != null;
    }

    void write() {
        for (Clip c : scene.clips()) {
            Animation a = new Animation(c);
            a.nodes();
            a.shapes();
            a.values();
            if (!a.channels.isEmpty()) {
                doc.list("animations").add(a.out);
            }
        }
    }

    /** One clip. */
    private final class Animation {
        private final Clip clip;
        private final double[] times;
        private final double step;
        private final ObjectNode out = doc.root().objectNode();
        private final ArrayNode channels;
        private final ArrayNode samplers;
        private final Set<String> pointed = new HashSet<>();

        Animation(Clip clip) {
            this.clip = clip;
            times = SampleTimes.frames(Math.max(0, clip.startSeconds()), Math.max(0, clip.endSeconds()), clip.rate());
            step = clip.rate().seconds(1) * STEP;
            out.put("name", clip.name());
            out.putObject("extras")
                    .putArray(GltfPlaces.RATE)
                    .add(clip.rate().numerator())
                    .add(clip.rate().denominator());
            channels = out.putArray("channels");
            samplers = out.putArray("samplers");
        }

        /** Translation, rotation and scale of a node. */
        private static final class Moving {
            final GltfKeys[] keys;
            final double[][][] around = {new double[5][3], new double[5][4], new double[5][3]};

            Moving(double[] times) {
                keys = new GltfKeys[] {new GltfKeys(times, 3), GltfKeys.ofTurns(times), new GltfKeys(times, 3)};
            }

            void put(GltfPlaces.Parts p, int at) {
                for (int a = 0; a < 3; a++) {
                    around[0][at][a] = p.move().get(a);
                    around[2][at][a] = p.size().get(a);
                }
                Quaterniond q = p.turn();
                double[] r = around[1][at];
                r[0] = q.x;
                r[1] = q.y;
                r[2] = q.z;
                r[3] = q.w;
            }

            /** Of the two quaternions of a turn the one closer to another. */
            private static void align(double[] q, double[] to) {
                if (q[0] * to[0] + q[1] * to[1] + q[2] * to[2] + q[3] * to[3] < 0) {
                    for (int k = 0; k < 4; k++) {
                        q[k] = -q[k];
                    }
                }
            }

            void set(int frame, double[] last, double step) {
                align(around[1][2], last);
                for (int i = 0; i < 5; i++) {
                    align(around[1][i], around[1][2]);
                }
                System.arraycopy(around[1][2], 0, last, 0, 4);
                for (int g = 0; g < 3; g++) {
                    keys[g].set(frame, around[g], step);
                }
            }
        }

        void nodes() {
            Map<Integer, Clip.NodeTrack> tracks = new TreeMap<>();
            clip.nodes().stream().filter(t -> nodeOf[t.node()] >= 0).forEach(t -> tracks.put(t.node(), t));
            Map<Integer, Moving> moving = new TreeMap<>();
            Map<Integer, double[]> last = new TreeMap<>();
            tracks.keySet().forEach(k -> {
                moving.put(k, new Moving(times));
                last.put(k, new double[] {0, 0, 0, 1});
            });
            Pose pose = new Pose(scene);
            Matrix4d local = new Matrix4d();
            for (int f = 0; f < times.length; f++) {
                for (int i = 0; i < 5; i++) {
                    pose.at(clip, times[f] + (i - 2) * step);
                    for (Map.Entry<Integer, Moving> e : moving.entrySet()) {
                        e.getValue().put(GltfPlaces.Parts.of(places.local(pose, e.getKey(), local)), i);
                    }
                }
                for (Map.Entry<Integer, Moving> e : moving.entrySet()) {
                    e.getValue().set(f, Objects.requireNonNull(last.get(e.getKey())), step);
                }
            }
            moving.forEach((node, m) -> {
                Clip.NodeTrack t = Objects.requireNonNull(tracks.get(node));
                boolean plain = scene.nodes().get(node).transform().isPlain();
                for (int g = 0; g < 3; g++) {
                    if (!plain || has(t, 3 * g)) {
                        boolean steps = plain && held(t, 3 * g);
                        channel(nodeOf[node], PATHS[g], m.keys[g].written(NEAR, steps, straight), g == 1 ? 4 : 3);
                    }
                }
            });
        }

        private static boolean has(Clip.NodeTrack t, int first) {
            return Arrays.stream(t.curves(), first, first + 3).anyMatch(c -> c != null);
        }

        /** Whether all that moves in a group holds until its next key. */
        private static boolean held(Clip.NodeTrack t, int first) {
            return Arrays.stream(t.curves(), first, first + 3).allMatch(c -> c == null || held(c));
        }

        private static boolean held(Curve c) {
            for (byte m : c.modes()) {
                if (m != Curve.CONSTANT) {
                    return false;
                }
            }
            return true;
        }

        /** Weights of a mesh go together: those that do not move stand still. */
        void shapes() {
            Map<Integer, Map<Integer, Curve>> moved = new TreeMap<>();
            clip.shapes()
                    .forEach(t -> moved.computeIfAbsent(t.mesh(), m -> new TreeMap<>())
                            .put(t.shape(), t.weight()));
            moved.forEach((mesh, curves) -> {
                int width = scene.meshes().get(mesh).shapes().size();
                GltfKeys keys = new GltfKeys(times, width);
                double[][] around = new double[5][width];
                for (int f = 0; f < times.length; f++) {
                    for (int i = 0; i < 5; i++) {
                        for (int s = 0; s < width; s++) {
                            Curve c = curves.get(s);
                            around[i][s] = c == null
                                    ? scene.meshes().get(mesh).shapes().get(s).weight()
                                    : c.at(times[f] + (i - 2) * step);
                        }
                    }
                    keys.set(f, around, step);
                }
                GltfKeys.Written w = keys.written(NEAR, curves.values().stream().allMatch(Animation::held));
                shownBy.getOrDefault(mesh, List.of()).forEach(node -> channel(node, "weights", w, width));
            });
        }

        /** Values of materials and lights, by pointers. */
        void values() {
            for (int m = 0; m < scene.materials().size(); m++) {
                String at = "/materials/" + m + "/";
                values(
                        Clip.Subject.MATERIAL,
                        m,
                        at,
                        GltfTarget.OF_MATERIALS,
                        doc.list("materials").get(m));
            }
            lights.forEach((node, light) -> values(
                    Clip.Subject.ATTRIBUTE,
                    node,
                    "/extensions/" + GltfOptics.LIGHTS + "/lights/" + light + "/",
                    GltfTarget.OF_LIGHTS,
                    doc.root().at("/extensions/" + GltfOptics.LIGHTS + "/lights/" + light)));
        }

        private void values(
                Clip.Subject subject,
                int index,
                String at,
                Map<String, List<GltfTarget.Component>> known,
                JsonNode rest) {
            new TreeMap<>(known).forEach((end, components) -> {
                int width = components.size();
                List<@Nullable Curve> curves = components.stream()
                        .<@Nullable Curve>map(c -> clip.values().stream()
                                .filter(v -> v.subject() == subject
                                        && v.index() == index
                                        && v.property().equals(c.property())
                                        && v.component().equals(c.name()))
                                .map(Clip.ValueTrack::curve)
                                .findFirst()
                                .orElse(null))
                        .toList();
                if (curves.stream().allMatch(Objects::isNull) || !pointed.add(at + end)) {
                    return;
                }
                GltfKeys keys = new GltfKeys(times, width);
                double[][] around = new double[5][width];
                JsonNode still = rest.at("/" + end);
                for (int f = 0; f < times.length; f++) {
                    for (int i = 0; i < 5; i++) {
                        for (int k = 0; k < width; k++) {
                            Curve c = curves.get(k);
                            around[i][k] = c == null
                                    ? (width == 1 ? still : still.path(k)).asDouble(1)
                                    : c.at(times[f] + (i - 2) * step)
                                            / components.get(k).factor();
                        }
                    }
                    keys.set(f, around, step);
                }
                boolean held = curves.stream().allMatch(c -> c == null || held(c));
                ObjectNode target = channel(keys.written(NEAR, held), width == 1 ? "SCALAR" : "VEC" + width, width);
                target.put("path", "pointer");
                target.withObject("/extensions/" + POINTER).put("pointer", at + end);
                doc.uses(POINTER);
            });
        }

        private void channel(int node, String path, GltfKeys.Written w, int width) {
            boolean weights = path.equals("weights");
            channel(w, weights ? "SCALAR" : "VEC" + width, weights ? 1 : width)
                    .put("node", node)
                    .put("path", path);
        }

        /** A channel whose target is still to be said. */
        private ObjectNode channel(GltfKeys.Written w, String type, int width) {
            List<Float> at = new ArrayList<>();
            for (float t : w.times()) {
                at.add(t);
            }
            int input = inputs.computeIfAbsent(at, k -> doc.numbers(w.times(), "SCALAR", 1, true));
            ObjectNode s = samplers.addObject();
            s.put("input", input);
            s.put("interpolation", w.way());
            s.put("output", doc.numbers(w.values(), type, width, false));
            ObjectNode c = channels.addObject();
            c.put("sampler", samplers.size() - 1);
            return c.putObject("target");
        }
    }
}
