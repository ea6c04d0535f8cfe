package idleheron.rehearsal;

import idleheron.core.job.Progress;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.space.PlainTransforms;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Channel;
import idleheron.core.scene.motion.Clip;
import idleheron.core.scene.motion.Curve;
import idleheron.core.time.SampleTimes;
import idleheron.formats.SceneFiles;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.jspecify.annotations.Nullable;

/** What careful writers do to a scene and nobody can hold against them: another order, fewer keys, more keys, another file. */
final class Rewrites {
    private Rewrites() {}

    /** Nodes, meshes, materials, clips and the joints of skins in any order that keeps parents before children. */
    static Scene shuffled(Scene s, Random random) {
        int n = s.nodes().size();
        int[] to = new int[n];
        Arrays.fill(to, -1);
        List<Integer> open = new ArrayList<>();
        List<Integer> order = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            if (s.nodes().get(i).parent() < 0) {
                open.add(i);
            }
        }
        while (!open.isEmpty()) {
            int at = random.nextInt(open.size());
            int next = open.get(at);
            open.set(at, open.getLast());
            open.removeLast();
            to[next] = order.size();
            order.add(next);
            for (int i = 0; i < n; i++) {
                if (s.nodes().get(i).parent() == next) {
                    open.add(i);
                }
            }
        }
        int[] meshes = permutation(s.meshes().size(), random);
        int[] materials = permutation(s.materials().size(), random);
        List<Node> nodes = new ArrayList<>();
        for (int old : order) {
            Node node = s.nodes().get(old);
            Node moved = node.withParent(node.parent() < 0 ? -1 : to[node.parent()])
                    .withMaterials(Arrays.stream(node.materials())
                            .map(m -> m < 0 ? m : materials[m])
                            .toArray());
            nodes.add(
                    node.kind() == idleheron.core.scene.NodeKind.MESH
                            ? moved.withPayload(node.kind(), meshes[node.payload()])
                            : moved);
        }
        Mesh[] made = new Mesh[meshes.length];
        for (int m = 0; m < made.length; m++) {
            Skin skin = s.meshes().get(m).skin();
            made[meshes[m]] = s.meshes().get(m).withSkin(skin == null ? null : slots(skin.renumbered(to), random));
        }
        Material[] kept = new Material[materials.length];
        for (int m = 0; m < kept.length; m++) {
            kept[materials[m]] = s.materials().get(m);
        }
        List<Clip> clips = new ArrayList<>();
        for (Clip c : s.clips()) {
            Clip r = c.renumbered(to);
            List<Clip.NodeTrack> tracks = new ArrayList<>(r.nodes());
            Collections.shuffle(tracks, random);
            clips.add(r.withTracks(
                    tracks,
                    r.shapes().stream()
                            .map(t -> new Clip.ShapeTrack(meshes[t.mesh()], t.shape(), t.weight()))
                            .toList()));
        }
        Collections.shuffle(clips, random);
        return s.withNodes(nodes)
                .withMeshes(List.of(made))
                .withMaterials(List.of(kept))
                .withClips(clips);
    }

    private static int[] permutation(int n, Random random) {
        List<Integer> all = new ArrayList<>();
        for (int i = 0; i < n; i++) {
            all.add(i);
        }
        Collections.shuffle(all, random);
        return all.stream().mapToInt(i -> i).toArray();
    }

    private static Skin slots(Skin s, Random random) {
        int[] to = permutation(s.joints().length, random);
        int[] joints = new int[to.length];
        org.joml.Matrix4dc[] bind = new org.joml.Matrix4dc[to.length];
        for (int i = 0; i < to.length; i++) {
            joints[to[i]] = s.joints()[i];
            bind[to[i]] = s.toJoint()[i];
        }
        int[] slots = Arrays.stream(s.slots()).map(i -> to[i]).toArray();
        return new Skin(s.name(), joints, bind, s.starts(), slots, s.weights(), s.style());
    }

    /** Without the curves that stay at what their channel rests at. */
    static Scene withoutStillKeys(Scene s) {
        List<Clip> clips = new ArrayList<>();
        for (Clip c : s.clips()) {
            List<Clip.NodeTrack> tracks = new ArrayList<>();
            for (Clip.NodeTrack t : c.nodes()) {
                double[] rest = s.nodes().get(t.node()).transform().channels();
                @Nullable Curve[] curves = t.curves().clone();
                boolean any = false;
                for (int k = 0; k < curves.length; k++) {
                    Curve curve = curves[k];
                    if (curve != null
                            && Arrays.stream(curve.values()).allMatch(v -> Math.abs(v - curve.values()[0]) < 1e-9)
                            && Math.abs(curve.values()[0] - rest[k]) < 1e-9) {
                        curves[k] = null;
                    }
                    any |= curves[k] != null;
                }
                if (any) {
                    tracks.add(new Clip.NodeTrack(t.node(), curves));
                }
            }
            clips.add(c.withTracks(tracks, c.shapes()));
        }
        return s.withClips(clips);
    }

    /** A key on every frame of translation, rotation and scale of every joint. */
    static Scene bakedEverywhere(Scene scene) {
        Scene s = new PlainTransforms(null).apply(scene);
        Pose pose = new Pose(s);
        List<Clip> clips = new ArrayList<>();
        for (Clip c : s.clips()) {
            double[] times = SampleTimes.frames(c.startSeconds(), c.endSeconds(), c.rate());
            double[][][] values = new double[s.nodes().size()][9][times.length];
            for (int t = 0; t < times.length; t++) {
                pose.at(c, times[t]);
                for (int j : s.joints()) {
                    double[] channels = pose.channels(j);
                    for (int k = 0; k < 9; k++) {
                        values[j][k][t] = channels[k];
                    }
                }
            }
            List<Clip.NodeTrack> tracks = new ArrayList<>();
            for (int j : s.joints()) {
                @Nullable Curve[] curves = new Curve[Channel.COUNT];
                for (int k = 0; k < 9; k++) {
                    curves[k] = Curve.linear(times, values[j][k]);
                }
                tracks.add(new Clip.NodeTrack(j, curves));
            }
            clips.add(c.withTracks(tracks, c.shapes()));
        }
        return s.withClips(clips);
    }

    /** Written and read again. */
    static Scene throughFile(Scene s, Path folder, SceneFormat format, String variant, String ending)
            throws IOException {
        Path file = folder.resolve("crossing" + ending);
        Files.deleteIfExists(file);
        return SceneFiles.write(s, file, format, variant, true, Progress.NONE).scene();
    }
}
