package idleheron.core.inspect;

import static idleheron.core.Messages.say;

import idleheron.core.avatar.motion.MotionTransfer;
import idleheron.core.formula.bake.FormulaTransfer;
import idleheron.core.math.Matrices;
import idleheron.core.math.SwingTwist;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.pose.Pose;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.joml.Matrix4d;

/**
 * Several scenes as one: a head and a body that were exported apart on the same skeleton, or characters that belong to one shot.
 * A motion for any avatar is put onto the avatar before it, a motion by formula onto the figure before it. Nodes of the same path and kind are one node, clips of the same name one clip; everything else is put beside each other.
 * All parts must be in the stage of the first; see {@link idleheron.core.remedy.space.ConvertStage}.
 *
 * @param scene all in one
 * @param apart shared joints that rest more than 0.1 mm or 0.05° apart in two parts, with how far
 */
public record SceneMerge(Scene scene, List<Apart> apart) {
    private static final double MM = 0.1;
    private static final double DEGREES = 0.05;

    public SceneMerge {
        apart = List.copyOf(apart);
    }

    /**
     * A joint that two parts do not agree about.
     *
     * @param part name of the second of them
     */
    public record Apart(String joint, String part, double mm, double degrees) {}

    /** @throws IllegalArgumentException when there is no part, or one in another stage */
    public static SceneMerge of(List<Scene> parts) {
        Scene all = parts.isEmpty() ? null : parts.getFirst();
        if (all == null) {
            throw new IllegalArgumentException(say("core.inspect.SceneMerge.nothing-to-put-together"));
        }
        List<Apart> apart = new ArrayList<>();
        for (Scene part : parts.subList(1, parts.size())) {
            if (FormulaTransfer.fits(part, all)) {
                all = FormulaTransfer.onto(part, all);
                continue;
            }
            if (!part.stage().axes().equals(all.stage().axes())
                    || part.stage().metersPerUnit() != all.stage().metersPerUnit()) {
                throw new IllegalArgumentException(
                        say("core.inspect.SceneMerge.is-in-other-axes-or-another", part.name(), all.name()));
            }
            all = MotionTransfer.fits(part, all) ? MotionTransfer.onto(part, all) : new Join(all, part).joined(apart);
        }
        return new SceneMerge(all, apart);
    }

    /** One part put to what is there already. */
    private static final class Join {
        private final Scene base;
        private final Scene part;
        private final int[] to;
        private final List<Node> nodes;

        private Join(Scene base, Scene part) {
            this.base = base;
            this.part = part;
            this.to = new int[part.nodes().size()];
            this.nodes = new ArrayList<>(base.nodes());
        }

        private Scene joined(List<Apart> apart) {
            Map<String, Integer> known = new HashMap<>();
            List<String> paths = base.paths();
            for (int i = 0; i < paths.size(); i++) {
                known.putIfAbsent(key(paths.get(i), base.nodes().get(i)), i);
            }
            List<String> own = part.paths();
            for (int i = 0; i < to.length; i++) {
                Node n = part.nodes().get(i);
                Integer same = n.kind() == NodeKind.MESH ? null : known.get(key(own.get(i), n));
                if (same != null) {
                    to[i] = same;
                    continue;
                }
                to[i] = nodes.size();
                Node placed = n.withParent(n.parent() < 0 ? -1 : to[n.parent()]);
                if (n.kind() == NodeKind.MESH) {
                    placed = placed.withPayload(
                                    NodeKind.MESH, n.payload() + base.meshes().size())
                            .withMaterials(
                                    shifted(n.materials(), base.materials().size()));
                } else if (n.kind() == NodeKind.CAMERA) {
                    placed = placed.withPayload(
                            n.kind(), n.payload() + base.cameras().size());
                } else if (n.kind() == NodeKind.LIGHT) {
                    placed = placed.withPayload(
                            n.kind(), n.payload() + base.lights().size());
                }
                nodes.add(placed);
            }
            held(apart);
            return whole();
        }

        private static String key(String path, Node n) {
            return n.kind() + " " + path;
        }

        private static int[] shifted(int[] materials, int by) {
            return java.util.Arrays.stream(materials)
                    .map(m -> m < 0 ? m : m + by)
                    .toArray();
        }

        /** Shared joints, held against each other at rest. */
        private void held(List<Apart> apart) {
            Pose a = new Pose(base);
            Pose b = new Pose(part);
            CanonicalSpace space = CanonicalSpace.of(base.stage());
            for (int i = 0; i < to.length; i++) {
                if (to[i] >= base.nodes().size() || !part.nodes().get(i).isJoint()) {
                    continue;
                }
                Matrix4d x = space.matrix(a.world(to[i]), new Matrix4d());
                Matrix4d y = space.matrix(b.world(i), new Matrix4d());
                double mm = Matrices.translation(x).distance(Matrices.translation(y)) * 1000;
                double degrees =
                        SwingTwist.angle(Matrices.quaternion(x).conjugate().mul(Matrices.quaternion(y)));
                if (mm > MM || degrees > DEGREES) {
                    apart.add(new Apart(part.nodes().get(i).name(), part.name(), mm, degrees));
                }
            }
        }

        private Scene whole() {
            List<Mesh> meshes = new ArrayList<>(base.meshes());
            for (Mesh m : part.meshes()) {
                Skin s = m.skin();
                meshes.add(s == null ? m : m.withSkin(s.renumbered(to)));
            }
            List<Material> materials = new ArrayList<>(base.materials());
            for (Material m : part.materials()) {
                materials.add(new Material(
                        m.name(),
                        m.model(),
                        m.diffuse(),
                        m.opacity(),
                        m.uses().stream()
                                .map(u -> u.withTexture(
                                        u.texture() < 0
                                                ? u.texture()
                                                : u.texture() + base.textures().size()))
                                .toList(),
                        m.properties()));
            }
            return base.withParts(base.parts().and(part.parts().renumbered(to)))
                    .withNodes(nodes)
                    .withMeshes(meshes)
                    .withMaterials(materials)
                    .withClips(clips())
                    .withKeepsakes(base.keepsakes())
                    .withLost(both(base.lost(), part.lost()));
        }

        private static <T> List<T> both(List<T> a, List<T> b) {
            List<T> out = new ArrayList<>(a);
            out.addAll(b);
            return out;
        }

        /** Clips of one name are one: a node that both move is moved as the first says. */
        private List<Clip> clips() {
            Map<String, Clip> out = new LinkedHashMap<>();
            base.clips().forEach(c -> out.put(c.name(), c));
            for (Clip raw : part.clips()) {
                Clip c = placed(raw.renumbered(to));
                Clip known = out.get(c.name());
                if (known == null) {
                    out.put(c.name(), c);
                    continue;
                }
                List<Clip.NodeTrack> tracks = new ArrayList<>(known.nodes());
                for (Clip.NodeTrack t : c.nodes()) {
                    if (tracks.stream().noneMatch(k -> k.node() == t.node())) {
                        tracks.add(t);
                    }
                }
                out.put(
                        c.name(),
                        known.withTracks(tracks, both(known.shapes(), c.shapes()))
                                .withValues(both(known.values(), c.values()))
                                .withLayers(both(known.layers(), c.layers())));
            }
            return List.copyOf(out.values());
        }

        /** A clip over the meshes and materials where they lie now. */
        private Clip placed(Clip c) {
            return c.withTracks(c.nodes(), shapes(c.shapes()))
                    .withValues(values(c.values()))
                    .withLayers(c.layers().stream()
                            .map(l -> l.withTracks(l.weight(), l.nodes(), shapes(l.shapes()), values(l.values())))
                            .toList());
        }

        private List<Clip.ShapeTrack> shapes(List<Clip.ShapeTrack> tracks) {
            return tracks.stream()
                    .map(t -> new Clip.ShapeTrack(t.mesh() + base.meshes().size(), t.shape(), t.weight()))
                    .toList();
        }

        private List<Clip.ValueTrack> values(List<Clip.ValueTrack> tracks) {
            return tracks.stream()
                    .map(t -> t.subject() == Clip.Subject.MATERIAL
                            ? t.withIndex(t.index() + base.materials().size())
                            : t)
                    .toList();
        }
    }
}
