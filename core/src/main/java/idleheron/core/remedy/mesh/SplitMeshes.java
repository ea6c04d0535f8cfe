package idleheron.core.remedy.mesh;

import static idleheron.core.Messages.say;

import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Measure;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.NodeKind;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.stream.IntStream;

/** Makes of every mesh with several materials one mesh for each; shapes and skin go along. */
public record SplitMeshes() implements Remedy {
    /** How many meshes there are. */
    static final Measure MESHES =
            new Measure("meshes", s -> Integer.toString(s.meshes().size()));

    public static final RemedyType TYPE = RemedyType.of(
                    "split-meshes",
                    SplitMeshes.class,
                    Keeps.PICTURE,
                    say("core.remedy.mesh.SplitMeshes.makes-one-mesh-for-every-material"))
            .told(new SplitMeshes())
            .measured(MESHES);

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.mesh.SplitMeshes.split-meshes-by-material");
    }

    @Override
    public String describe() {
        return say("core.remedy.mesh.SplitMeshes.makes-one-mesh-for-every-material-2");
    }

    @Override
    public Scene apply(Scene scene) {
        List<Node> nodes = new ArrayList<>(scene.nodes());
        List<Mesh> meshes = new ArrayList<>(scene.meshes());
        List<Clip> clips = new ArrayList<>(scene.clips());
        boolean any = false;
        for (int i = 0; i < scene.nodes().size(); i++) {
            Node n = scene.nodes().get(i);
            int[] slots =
                    n.kind() == NodeKind.MESH ? scene.meshes().get(n.payload()).faceMaterials() : null;
            if (slots == null || scene.nodeOfMesh(n.payload()) != i) {
                continue;
            }
            TreeSet<Integer> used = new TreeSet<>();
            for (int s : slots) {
                used.add(s);
            }
            if (used.size() < 2) {
                continue;
            }
            any = true;
            Mesh whole = scene.meshes().get(n.payload());
            int first = used.first();
            for (int slot : used) {
                int[] faces = IntStream.range(0, slots.length)
                        .filter(f -> slots[f] == slot)
                        .toArray();
                int material = slot < n.materials().length ? n.materials()[slot] : -1;
                String name = whole.name() + "_" + (material < 0 ? Integer.toString(slot) : name(scene, material));
                Mesh part = MeshParts.of(whole, name, faces, slot);
                int[] own = material < 0 ? new int[0] : new int[] {material};
                if (slot == first) {
                    meshes.set(n.payload(), part);
                    nodes.set(i, n.withName(name).withMaterials(own));
                } else {
                    int mesh = meshes.size();
                    meshes.add(part);
                    nodes.add(n.withName(name).withPayload(NodeKind.MESH, mesh).withMaterials(own));
                    follow(clips, i, nodes.size() - 1, n.payload(), mesh);
                }
            }
        }
        return any ? scene.withNodes(nodes).withMeshes(meshes).withClips(clips) : scene;
    }

    private static String name(Scene s, int material) {
        Material m = s.materials().get(material);
        return m.name();
    }

    /** What moves the first part moves the others. */
    public static void follow(List<Clip> clips, int node, int other, int mesh, int otherMesh) {
        for (int c = 0; c < clips.size(); c++) {
            Clip clip = clips.get(c);
            List<Clip.NodeTrack> tracks = new ArrayList<>(clip.nodes());
            List<Clip.ShapeTrack> shapes = new ArrayList<>(clip.shapes());
            clip.nodes().stream()
                    .filter(t -> t.node() == node)
                    .forEach(t -> tracks.add(new Clip.NodeTrack(other, t.curves())));
            clip.shapes().stream()
                    .filter(t -> t.mesh() == mesh)
                    .forEach(t -> shapes.add(new Clip.ShapeTrack(otherMesh, t.shape(), t.weight())));
            clips.set(c, clip.withTracks(tracks, shapes));
        }
    }
}
