package idleheron.rehearsal;

import idleheron.core.pose.Pose;
import idleheron.core.remedy.clip.CutClips;
import idleheron.core.remedy.clip.ResampleClips;
import idleheron.core.remedy.clip.ShiftClips;
import idleheron.core.remedy.skeleton.RenameNodes;
import idleheron.core.remedy.space.PlainTransforms;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.MeshLayer;
import idleheron.core.scene.mesh.Triangles;
import idleheron.core.scene.mesh.UvSet;
import idleheron.core.scene.motion.Clip;
import idleheron.core.time.FrameRate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;

/** What tools take the liberty to change. */
final class LossyEdits {
    private LossyEdits() {}

    static Scene meshes(Scene s, UnaryOperator<Mesh> change) {
        return s.withMeshes(s.meshes().stream().map(change).toList());
    }

    static Scene withoutShapes(Scene s) {
        return meshes(s, m -> m.withShapes(List.of()))
                .withClips(s.clips().stream().map(Clip::withoutShapes).toList());
    }

    /** The pose in which the first clip begins becomes the rest pose; bind poses and clips stay. */
    static Scene restAtFirstFrame(Scene scene) {
        if (scene.clips().isEmpty()) {
            return scene;
        }
        Scene s = new PlainTransforms(null).apply(scene);
        Clip first = s.clips().getFirst();
        Pose pose = new Pose(s).at(first, first.startSeconds());
        List<Node> nodes = new ArrayList<>();
        for (int i = 0; i < s.nodes().size(); i++) {
            Node n = s.nodes().get(i);
            double[] c = pose.channels(i);
            nodes.add(
                    !n.isJoint()
                            ? n
                            : n.withTransform(n.transform()
                                    .withTranslation(new idleheron.core.math.Vec3(c[0], c[1], c[2]))
                                    .withRotation(new idleheron.core.math.Vec3(c[3], c[4], c[5]))
                                    .withScaling(new idleheron.core.math.Vec3(c[6], c[7], c[8]))));
        }
        return s.withNodes(nodes);
    }

    static Scene renamedRoot(Scene s, String name) {
        List<Integer> roots = s.skeletonRoots();
        return roots.isEmpty()
                ? s
                : RenameNodes.table(Map.of(s.nodes().get(roots.getFirst()).name(), name))
                        .apply(s);
    }

    static Scene firstClip(Scene s) {
        return s.clips().isEmpty() ? s : s.withClips(s.clips().subList(0, 1));
    }

    static Scene startingAtZero(Scene s) {
        double earliest =
                s.clips().stream().mapToDouble(Clip::startSeconds).min().orElse(0);
        Scene out = new ShiftClips(-earliest).apply(s);
        return out.withStage(out.stage()
                .withRange(out.stage().startSeconds() - earliest, out.stage().endSeconds() - earliest));
    }

    static Scene halfRate(Scene s) {
        FrameRate half =
                new FrameRate(s.stage().rate().numerator(), s.stage().rate().denominator() * 2);
        Scene thin = new ResampleClips(half).apply(s);
        List<Clip> clips = new ArrayList<>();
        for (int i = 0; i < s.clips().size(); i++) {
            Clip was = s.clips().get(i);
            clips.add(thin.clips().get(i).withRange(was.startSeconds(), was.endSeconds(), was.rate()));
        }
        return s.withClips(clips);
    }

    static Scene oneFrameShort(Scene s) {
        Scene out = s;
        for (Clip c : s.clips()) {
            if (c.lastFrame() - c.firstFrame() > 1) {
                out = new CutClips(c.firstFrame(), c.lastFrame() - 1, List.of(c.name())).apply(out);
            }
        }
        return out;
    }

    /** Every face in triangles; of layers those are left that are told per point or for all. */
    static Mesh triangulated(Mesh m) {
        Mesh t = Triangles.of(m);
        return t.withLayers(t.layers().stream()
                .filter(l -> l.domain() == MeshLayer.Domain.POINT || l.domain() == MeshLayer.Domain.ALL)
                .toList());
    }

    static Mesh uvFlipped(Mesh m) {
        return m.withUvSets(m.uvSets().stream()
                .map(u -> {
                    float[] uv = u.uv().clone();
                    for (int i = 1; i < uv.length; i += 2) {
                        uv[i] = 1 - uv[i];
                    }
                    return new UvSet(u.name(), uv, u.indices());
                })
                .toList());
    }

    static Scene numberedMaterials(Scene s) {
        List<Material> out = new ArrayList<>();
        for (Material m : s.materials()) {
            out.add(new Material(
                    String.format(java.util.Locale.ROOT, "mat_%02d", out.size() + 1),
                    m.model(),
                    m.diffuse(),
                    m.opacity(),
                    m.uses(),
                    m.properties()));
        }
        return s.withMaterials(out);
    }
}
