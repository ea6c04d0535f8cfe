package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;
import idleheron.core.garment.Worn;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.remedy.mesh.MeshParts;
import idleheron.core.remedy.mesh.SplitMeshes;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Takes small pieces of garments, buttons and rivets, out of the cloth.
 *
 * @param keep whether they become a mesh of their own, NAME_trims
 */
public record PartTrims(boolean keep) implements Remedy {
    private static final RemedyType PART = RemedyType.of(
                    "part-trims",
                    PartTrims.class,
                    Keeps.PICTURE,
                    say("core.remedy.garment.PartTrims.makes-a-mesh-of-its-own"))
            .told(new PartTrims(true))
            .measured("trims", PartTrims::trims);
    private static final RemedyType DROP = RemedyType.of(
                    "drop-trims",
                    PartTrims.class,
                    Keeps.OTHERS,
                    say("core.remedy.garment.PartTrims.leaves-out-the-trims-of-garments"))
            .told(new PartTrims(false))
            .measured("trims", PartTrims::trims);

    public static final List<RemedyType> TYPES = List.of(PART, DROP);

    private static String trims(Scene s) {
        long n = 0;
        for (int node : WornMeshes.of(s)) {
            Cloth c = Cloth.of(s, node);
            int all = c.pieces().all().size();
            int small = c.pieces().trims().size();
            n += small < all ? small : 0;
        }
        return say("core.remedy.garment.PartTrims.in-cloth", Wording.counted(n, "trim"));
    }

    @Override
    public RemedyType type() {
        return keep ? PART : DROP;
    }

    @Override
    public String title() {
        return keep
                ? say("core.remedy.garment.PartTrims.part-off-the-trims")
                : say("core.remedy.garment.PartTrims.leave-out-the-trims");
    }

    @Override
    public String describe() {
        return keep
                ? say("core.remedy.garment.PartTrims.makes-a-mesh-of-its-own-2")
                : say("core.remedy.garment.PartTrims.leaves-out-pieces-of-less-than");
    }

    @Override
    public Scene apply(Scene scene) {
        List<Mesh> meshes = new ArrayList<>(scene.meshes());
        List<Node> nodes = new ArrayList<>(scene.nodes());
        List<Clip> clips = new ArrayList<>(scene.clips());
        List<Integer> more = new ArrayList<>();
        for (int node : WornMeshes.of(scene)) {
            Cloth c = Cloth.of(scene, node);
            Mesh m = c.mesh();
            int[] cloth = faces(c, true);
            int[] trims = faces(c, false);
            if (cloth.length == 0 || trims.length == 0) {
                continue;
            }
            Node n = scene.nodes().get(node);
            meshes.set(n.payload(), MeshParts.of(m, m.name(), cloth, -1));
            if (keep) {
                String name = n.name() + "_trims";
                SplitMeshes.follow(clips, node, nodes.size(), n.payload(), meshes.size());
                more.add(nodes.size());
                nodes.add(n.withName(name).withPayload(NodeKind.MESH, meshes.size()));
                meshes.add(MeshParts.of(m, name, trims, -1));
            }
        }
        Scene out = scene.withNodes(nodes).withMeshes(meshes).withClips(clips);
        Worn worn = Worn.in(scene);
        if (worn == null || more.isEmpty()) {
            return out;
        }
        List<Integer> all = new ArrayList<>(worn.garments());
        all.addAll(more);
        return out.with(Worn.KEY, List.of(new Worn(worn.body(), all)));
    }

    private static int[] faces(Cloth c, boolean cloth) {
        Mesh m = c.mesh();
        return IntStream.range(0, m.faceCount())
                .filter(f -> m.faceStarts()[f] < m.faceStarts()[f + 1])
                .filter(f -> c.pieces().isCloth(c.weld().to()[m.corners()[m.faceStarts()[f]]]) == cloth)
                .toArray();
    }
}
