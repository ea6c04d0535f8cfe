package idleheron.core.garment;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import idleheron.core.garment.weights.BodyWeights;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.math.RotationOrder;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.FrameRate;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.joml.Matrix3d;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;
import org.joml.Quaterniond;
import org.jspecify.annotations.Nullable;

/** A body whose surface is a smooth union of tapered capsules, and garments that are other levels of it, with right answers. */
public final class Mannequin {
    private static final Path FILE = Path.of("src/test/resources/garments/reference.zip");
    private static final Map<String, byte[]> FILES = new TreeMap<>();

    static {
        try (InputStream in = Files.newInputStream(FILE);
                ZipInputStream zip = new ZipInputStream(in)) {
            for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
                FILES.put(e.getName(), zip.readAllBytes());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private Mannequin() {}

    public static JsonNode json(String name) {
        try {
            return new ObjectMapper().readTree(FILES.get(name));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** "jacket", "cape", "mannequin". */
    public static TriangleMesh mesh(String name) {
        List<double[]> points = new ArrayList<>();
        List<int[]> faces = new ArrayList<>();
        new String(java.util.Objects.requireNonNull(FILES.get(name + ".obj")), StandardCharsets.US_ASCII)
                .lines()
                .forEach(l -> {
                    String[] w = l.trim().split("\\s+");
                    if (w[0].equals("v")) {
                        points.add(new double[] {
                            Double.parseDouble(w[1]), Double.parseDouble(w[2]), Double.parseDouble(w[3])
                        });
                    } else if (w[0].equals("f")) {
                        int[] f = new int[w.length - 1];
                        for (int i = 0; i < f.length; i++) {
                            f[i] = Integer.parseInt(w[i + 1].split("/")[0]) - 1;
                        }
                        for (int i = 1; i + 1 < f.length; i++) {
                            faces.add(new int[] {f[0], f[i], f[i + 1]});
                        }
                    }
                });
        double[] p = points.stream().flatMapToDouble(java.util.Arrays::stream).toArray();
        return new TriangleMesh(
                p, faces.stream().flatMapToInt(java.util.Arrays::stream).toArray());
    }

    /** Coordinates of every corner of every triangle, two numbers each; the file has quads. */
    public static float[] uv(String name) {
        List<float[]> told = new ArrayList<>();
        List<Float> out = new ArrayList<>();
        new String(java.util.Objects.requireNonNull(FILES.get(name + ".obj")), StandardCharsets.US_ASCII)
                .lines()
                .forEach(l -> {
                    String[] w = l.trim().split("\\s+");
                    if (w[0].equals("vt")) {
                        told.add(new float[] {Float.parseFloat(w[1]), Float.parseFloat(w[2])});
                    } else if (w[0].equals("f")) {
                        for (int i = 2; i + 1 < w.length; i++) {
                            for (int k : new int[] {1, i, i + 1}) {
                                float[] c = told.get(Integer.parseInt(w[k].split("/")[1]) - 1);
                                out.add(c[0]);
                                out.add(c[1]);
                            }
                        }
                    }
                });
        float[] f = new float[out.size()];
        for (int i = 0; i < f.length; i++) {
            f[i] = out.get(i);
        }
        return f;
    }

    private static Skin skin(JsonNode b, int[] joints) {
        JsonNode w = b.path("weights");
        int[] starts = new int[w.size() + 1];
        List<Integer> slots = new ArrayList<>();
        List<Float> weights = new ArrayList<>();
        for (int i = 0; i < w.size(); i++) {
            for (int k = 0; k + 1 < w.get(i).size(); k += 2) {
                slots.add(w.get(i).get(k).intValue());
                weights.add(w.get(i).get(k + 1).floatValue());
            }
            starts[i + 1] = slots.size();
        }
        float[] f = new float[weights.size()];
        for (int i = 0; i < f.length; i++) {
            f[i] = weights.get(i);
        }
        Matrix4dc[] toJoint = new Matrix4dc[joints.length];
        for (int j = 0; j < joints.length; j++) {
            Vec3 at = place(b, j);
            toJoint[j] = new Matrix4d().translation(-at.x(), -at.y(), -at.z());
        }
        return new Skin(
                "skin", joints, toJoint, starts, slots.stream().mapToInt(i -> i).toArray(), f);
    }

    private static Vec3 place(JsonNode b, int joint) {
        JsonNode p = b.path("joints").get(joint).path("position");
        return new Vec3(p.get(0).asDouble(), p.get(1).asDouble(), p.get(2).asDouble());
    }

    public static BodyWeights weights() {
        JsonNode b = json("mannequin.json");
        int joints = b.path("joints").size();
        Skin s = skin(b, java.util.stream.IntStream.range(0, joints).toArray());
        return BodyWeights.of(mesh("mannequin"), joints, s.starts(), s.slots(), s.weights());
    }

    /** A surface of triangles as a mesh of a scene. */
    public static Mesh mesh(String name, TriangleMesh m, @Nullable Skin skin) {
        int[] starts = new int[m.count() + 1];
        for (int i = 0; i < starts.length; i++) {
            starts[i] = 3 * i;
        }
        return new Mesh(
                name, m.points(), starts, m.triangles(), null, List.of(), null, null, null, skin, List.of(), List.of());
    }

    /** A surface that no joint moves, in metres. */
    public static Scene garment(String name, TriangleMesh m) {
        return Scene.bare(name, Stage.COMMON)
                .withNodes(List.of(Node.mesh(name, -1, Transform.IDENTITY, 0)))
                .withMeshes(List.of(mesh(name, m, null)));
    }

    /** The body with its joints, skin and clips. */
    public static Scene scene() {
        JsonNode b = json("mannequin.json");
        List<Node> nodes = new ArrayList<>();
        int joints = b.path("joints").size();
        for (int j = 0; j < joints; j++) {
            JsonNode told = b.path("joints").get(j);
            int parent = told.path("parent").asInt();
            Vec3 at = parent < 0 ? place(b, j) : place(b, j).minus(place(b, parent));
            nodes.add(
                    Node.of(told.path("name").asText(), parent, NodeKind.JOINT, Transform.of(at, Vec3.ZERO, Vec3.ONE)));
        }
        nodes.add(Node.mesh("body", -1, Transform.IDENTITY, 0));
        Skin skin = skin(b, java.util.stream.IntStream.range(0, joints).toArray());
        List<Clip> clips = new ArrayList<>();
        b.path("clips").properties().forEach(e -> clips.add(clip(b, e.getKey(), e.getValue(), nodes)));
        return Scene.bare("mannequin", Stage.COMMON)
                .withNodes(nodes)
                .withMeshes(List.of(mesh("body", mesh("mannequin"), skin)))
                .withClips(clips);
    }

    private static Clip clip(JsonNode b, String name, JsonNode told, List<Node> nodes) {
        JsonNode frames = told.path("frames");
        double rate = told.path("framesPerSecond").asDouble(24);
        double[] times = new double[frames.size()];
        List<Clip.NodeTrack> tracks = new ArrayList<>();
        for (int f = 0; f < times.length; f++) {
            times[f] = f / rate;
        }
        for (int j = 0; j < b.path("joints").size(); j++) {
            @Nullable Curve[] curves = new Curve[Channel.COUNT];
            double[][] v = new double[6][times.length];
            Vec3 last = Vec3.ZERO;
            for (int f = 0; f < times.length; f++) {
                JsonNode q = frames.get(f).path("rotations").get(j);
                Matrix3d m = new Quaterniond(
                                q.get(0).asDouble(),
                                q.get(1).asDouble(),
                                q.get(2).asDouble(),
                                q.get(3).asDouble())
                        .get(new Matrix3d());
                last = RotationOrder.XYZ.anglesNear(m, last);
                for (int a = 0; a < 3; a++) {
                    v[a][f] = nodes.get(j).transform().translation().get(a)
                            + (j == 0 ? frames.get(f).path("root").get(a).asDouble() : 0);
                    v[3 + a][f] = last.get(a);
                }
            }
            for (int k = j == 0 ? 0 : 3; k < 6; k++) {
                curves[k] = Curve.linear(times, v[k]);
            }
            tracks.add(new Clip.NodeTrack(j, curves));
        }
        return new Clip(name, 0, times[times.length - 1], FrameRate.of(Math.round(rate)), tracks, List.of());
    }
}
