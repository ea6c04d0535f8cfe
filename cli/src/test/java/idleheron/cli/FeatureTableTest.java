package idleheron.cli;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.crossing.ExportSelection;
import idleheron.core.job.Progress;
import idleheron.core.math.Matrices;
import idleheron.core.math.Vec3;
import idleheron.core.pose.Pose;
import idleheron.core.remedy.space.PlainTransforms;
import idleheron.core.scene.FreeProperty;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.mesh.SkinStyle;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import idleheron.formats.fbx.FbxFormat;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfEnvironmentVariable;
import org.junit.jupiter.api.io.TempDir;

/**
 * Each feature alone, written, and read by two independent readers ({@code HERON_ORACLES}); the result is left as a table in
 * {@code target/feature-table.md}. Both must open every file that does not hold what they are known not to take, and place
 * nodes where we do unless they are known not to evaluate the feature.
 */
@EnabledIfEnvironmentVariable(named = "HERON_ORACLES", matches = ".+")
class FeatureTableTest {
    private static final double LIMIT = 1e-4;
    private static final Scene ALL = EveryFeature.scene();

    @TempDir
    Path folder;

    /** What a reader is known to do with a feature. */
    private enum Known {
        AGREES,
        DIFFERS,
        REFUSES
    }

    private record Feature(String name, String variant, Scene scene, Known one, Known two) {}

    /** The skeleton and its nodes alone, plain, without anything that is a feature of its own. */
    private static Scene bones() {
        Scene s = ExportSelection.ALL.withMeshes(false).of(ALL);
        List<Node> nodes = new ArrayList<>();
        for (Node n : s.nodes()) {
            if (n.kind() == NodeKind.JOINT || n.parent() < 0) {
                nodes.add(new Node(
                        n.name(),
                        n.parent(),
                        n.kind(),
                        n.transform(),
                        null,
                        true,
                        -1,
                        n.bindWorld(),
                        new int[0],
                        List.of()));
            }
        }
        return new Scene(
                "bones",
                // One reader turns a scene that is not Y up; what is held here is what is in the file.
                ALL.stage().withAxes(idleheron.core.math.AxisSystem.COMMON),
                nodes,
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                List.of());
    }

    private static Scene plain() {
        Scene s = new PlainTransforms(null).apply(bones());
        return s.withNodes(s.nodes().stream()
                .map(n -> n.withTransform(n.transform().withInherit(idleheron.core.scene.Inherit.ORDINARY)))
                .toList());
    }

    /** The plain skeleton with one clip, without what moves besides transforms. */
    private static Scene moving(Clip c) {
        return plain().withClips(List.of(c.withoutSurfaces().withValues(List.of())));
    }

    /** One mesh of {@link #ALL} and the skeleton, its layers and shapes as asked for. */
    private static Scene meshed(int mesh, java.util.function.UnaryOperator<Mesh> change) {
        Scene s = plain();
        List<Node> nodes = new ArrayList<>(s.nodes());
        Node n = ALL.nodes().get(ALL.nodeOfMesh(mesh));
        nodes.add(Node.mesh(n.name(), 0, n.transform(), 0, 0).withBindWorld(n.bindWorld()));
        return s.withNodes(nodes)
                .withMaterials(List.of(new idleheron.core.scene.Material("m", "phong", Vec3.ONE, 1, -1)))
                .withMeshes(List.of(change.apply(ALL.meshes().get(mesh).withShapes(List.of()))));
    }

    private static Mesh bare(Mesh m) {
        return new Mesh(
                m.name(),
                m.points(),
                m.faceStarts(),
                m.corners(),
                m.normals(),
                List.of(),
                null,
                null,
                null,
                null,
                List.of());
    }

    private static Skin skin(SkinStyle style) {
        Skin k = java.util.Objects.requireNonNull(ALL.meshes().getFirst().skin());
        return k.withStyle(style);
    }

    private static List<Feature> features() {
        Clip gust = ALL.clips().getFirst();
        Clip layered = ALL.clips().get(1);
        Known a = Known.AGREES;
        Known d = Known.DIFFERS;
        Clip linear = gust.withTracks(gust.nodes(), List.of()).withValues(List.of());
        linear = new idleheron.core.remedy.clip.BakeClips()
                .apply(moving(linear))
                .clips()
                .getFirst();
        Mesh flag = ALL.meshes().getFirst();
        BlendShape two = flag.shapes().getFirst();
        BlendShape one = new BlendShape("billow", 0, List.of(two.targets().getLast()));
        List<Feature> out = new ArrayList<>();
        for (String v : new FbxFormat().variants()) {
            out.add(new Feature("plain nodes and joints", v, plain(), a, a));
            out.add(new Feature("linear keys", v, moving(linear), a, a));
        }
        String v = FbxFormat.BINARY_75;
        out.add(new Feature("rotation order, pre- and post-rotation, pivots, inherit types at rest", v, bones(), d, d));
        out.add(new Feature("constant, next, cubic, weighted keys, beyond the ends", v, moving(gust), d, d));
        out.add(new Feature("layers", v, moving(layered), d, d));
        out.add(new Feature(
                "layers flattened", v, new idleheron.core.remedy.clip.FlattenLayers().apply(moving(layered)), a, a));
        out.add(new Feature("faces of more corners, normals", v, meshed(0, FeatureTableTest::bare), a, a));
        out.add(new Feature(
                "two UV sets, materials, smoothing, tangents, colours, creases, holes",
                v,
                meshed(0, m -> m.withSkin(null)),
                a,
                a));
        out.add(new Feature("linear skin", v, meshed(0, m -> bare(m).withSkin(skin(SkinStyle.PLAIN))), a, a));
        out.add(new Feature("blended skin in two deformers", v, meshed(0, m -> bare(m).withSkin(m.skin())), a, a));
        out.add(new Feature("skin that leaves a rest to the mesh", v, meshed(1, m -> m), a, a));
        out.add(new Feature("blend shape", v, meshed(0, m -> bare(m).withShapes(List.of(one))), a, a));
        out.add(new Feature(
                "blend shapes with in-betweens, shared", v, meshed(0, m -> bare(m).withShapes(flag.shapes())), a, a));
        Scene posts = plain();
        List<Node> nodes = new ArrayList<>(posts.nodes());
        nodes.add(ALL.nodes().get(5).withBindWorld(null).withMaterials(new int[0]));
        nodes.add(ALL.nodes().get(6).withBindWorld(null).withMaterials(new int[0]));
        out.add(new Feature(
                "shared geometry, geometric transform",
                v,
                posts.withNodes(nodes)
                        .withMeshes(List.of(ALL.meshes().get(1).withSkin(null)))
                        .withNodes(nodes.stream()
                                .map(n -> n.kind() == NodeKind.MESH ? n.withPayload(NodeKind.MESH, 0) : n)
                                .toList()),
                d,
                a));
        out.add(new Feature("materials, pictures inside, other property sets", v, pictured(), a, a));
        out.add(new Feature("camera, light, other attributes, limits, the user's properties", v, attributed(), d, d));
        out.add(new Feature("visibility and a user's property over time", v, valued(gust, false), a, a));
        out.add(new Feature("a colour over time", v, valued(gust, true), a, Known.REFUSES));
        return out;
    }

    private static Scene pictured() {
        Scene s = meshed(0, m -> bare(m));
        return s.withMaterials(ALL.materials()).withTextures(ALL.textures());
    }

    private static Scene attributed() {
        Scene s = bones();
        List<Node> nodes = new ArrayList<>(s.nodes());
        nodes.set(0, ALL.nodes().getFirst());
        nodes.addAll(ALL.nodes().subList(7, 10));
        return new Scene(
                "attributed",
                s.stage(),
                nodes,
                List.of(),
                List.of(),
                List.of(),
                ALL.cameras(),
                ALL.lights(),
                List.of(),
                List.of());
    }

    private static Scene valued(Clip gust, boolean color) {
        Scene s = pictured();
        List<Node> nodes = new ArrayList<>(s.nodes());
        Node top = nodes.getFirst();
        nodes.set(
                0,
                new Node(
                        top.name(),
                        -1,
                        top.kind(),
                        top.transform(),
                        null,
                        true,
                        -1,
                        null,
                        new int[0],
                        List.of(new FreeProperty("wetness", "Number", new FreeProperty.Numbers(new double[] {0})))));
        List<Clip.ValueTrack> values = gust.values().stream()
                .filter(t -> color
                        ? t.subject() == Clip.Subject.MATERIAL
                        : t.subject() == Clip.Subject.NODE && t.index() == 0)
                .toList();
        return s.withNodes(nodes)
                .withClips(List.of(gust.withTracks(List.of(), List.of()).withValues(values)));
    }

    @Test
    void eachFeatureIsWrittenSoThatOthersReadIt() throws IOException {
        StringBuilder table = new StringBuilder(
                "| feature | form | read back by us | reader one | reader two |\n|---|---|---|---|---|\n");
        List<String> wrong = new ArrayList<>();
        for (Feature f : features()) {
            Path file = folder.resolve("f.fbx");
            Scene back = SceneFiles.write(f.scene(), file, new FbxFormat(), f.variant(), true, Progress.NONE)
                    .scene();
            double own = own(f.scene(), back);
            assertThat(own).as(f.name()).isLessThan(1e-6);
            List<Oracle> both = Oracle.both(file);
            table.append("| ")
                    .append(f.name())
                    .append(" | ")
                    .append(f.variant())
                    .append(" | ")
                    .append(figure(own))
                    .append(" | ")
                    .append(told(f, f.one(), both.get(0), wrong))
                    .append(" | ")
                    .append(told(f, f.two(), both.get(1), wrong))
                    .append(" |\n");
        }
        Files.createDirectories(Path.of("target"));
        Files.writeString(Path.of("target/feature-table.md"), table);
        assertThat(wrong).isEmpty();
    }

    private static String figure(double v) {
        return String.format(Locale.ROOT, "%.0e", v);
    }

    /** The farthest any node is off, at rest and in every clip, in units of a hundred. */
    private static double own(Scene a, Scene b) {
        double worst = 0;
        Pose pa = new Pose(a);
        Pose pb = new Pose(b);
        for (int c = -1; c < a.clips().size(); c++) {
            for (double t : Oracle.SECONDS) {
                pa.at(c < 0 ? null : a.clips().get(c), t);
                pb.at(c < 0 ? null : b.clips().get(c), t);
                for (int n = 0; n < a.nodes().size(); n++) {
                    worst = Math.max(
                            worst, Matrices.translation(pa.world(n)).distance(Matrices.translation(pb.world(n))) / 100);
                }
            }
        }
        return worst;
    }

    private static String told(Feature f, Known known, Oracle o, List<String> wrong) {
        String which = f.name() + ", " + f.variant() + ", reader " + o.name();
        if (!o.refusal().isEmpty()) {
            if (known != Known.REFUSES) {
                wrong.add(which + ": " + o.refusal());
            }
            return "refuses";
        }
        Scene s = f.scene();
        Pose pose = new Pose(s);
        double worst = hold(s, pose.rest(), o.rest());
        int moments = 0;
        for (Clip c : s.clips()) {
            List<Map<String, Vec3>> motion = o.motion(c.name());
            for (int i = 0; i < motion.size(); i++) {
                worst = Math.max(worst, hold(s, pose.at(c, Oracle.SECONDS[i]), motion.get(i)));
                moments++;
            }
        }
        boolean agrees = worst < LIMIT;
        if (known == Known.AGREES && !agrees) {
            wrong.add(which + " is off by " + worst);
        }
        List<String> more = new ArrayList<>();
        if (o.points() > 0) {
            more.add(o.points() + " points");
        }
        if (o.joints() > 0) {
            more.add(o.joints() + " joints, weights " + o.weightSum("weightSumMin") + " to "
                    + o.weightSum("weightSumMax"));
        }
        JsonNodeMorphs.add(o, more);
        return (agrees ? "agrees, " : "opens, evaluates otherwise, ")
                + figure(worst)
                + (moments > 0 ? " over time" : "")
                + (more.isEmpty() ? "" : "; " + String.join(", ", more));
    }

    /** Blend shapes as a reader tells them. */
    private static final class JsonNodeMorphs {
        static void add(Oracle o, List<String> into) {
            for (com.fasterxml.jackson.databind.JsonNode m : o.told().path("meshes")) {
                if (!m.path("morphs").isEmpty()) {
                    into.add(m.path("morphs").size() + " blend shapes");
                }
            }
        }
    }

    private static double hold(Scene s, Pose pose, Map<String, Vec3> theirs) {
        double worst = 0;
        for (int n = 0; n < s.nodes().size(); n++) {
            Vec3 other = theirs.get(s.nodes().get(n).name());
            if (other != null) {
                worst = Math.max(worst, other.distance(Matrices.translation(pose.world(n))) / 100);
            }
        }
        return worst;
    }
}
