package idleheron.desktop.paint;

import idleheron.core.garment.Worn;
import idleheron.core.garment.facts.Cloth;
import idleheron.core.garment.flat.FlatPanels;
import idleheron.core.geometry.TriangleMesh;
import idleheron.core.math.Vec3;
import idleheron.core.pose.CanonicalSpace;
import idleheron.core.scene.Material;
import idleheron.core.scene.Node;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import idleheron.core.scene.Transform;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** A figure and the flat cut of what it wears, a colour for each panel. The last one is kept. Belongs to one thread. */
final class PanelScenes {
    private static final double GAP = 0.1;

    /** Eight hues that stay apart for those who see red and green alike (Okabe and Ito 2008), paler. */
    private static final int[] HUES = {0xE6B566, 0x8CC4E4, 0x66BFA2, 0xF2E88C, 0x6699C2, 0xE09966, 0xDBA6C2, 0xA6A6A6};

    private @Nullable Scene of;
    private @Nullable Scene figure;
    private @Nullable Scene flat;

    /** What a request shows: two sides where it asks for panels and there are some, else as it says. */
    List<ViewRequest.Shown> sides(ViewRequest r) {
        if (r.sides().size() != 1 || r.sides().getFirst().style() != ViewRequest.Style.PANELS) {
            return r.sides();
        }
        ViewRequest.Shown s = r.sides().getFirst();
        if (of != s.scene()) {
            of = s.scene();
            make(s.scene());
        }
        Scene one = figure;
        Scene other = flat;
        return one == null || other == null
                ? r.sides()
                : List.of(
                        new ViewRequest.Shown(one, s.space(), ViewRequest.Style.SURFACE, -1, false, false),
                        new ViewRequest.Shown(
                                other, CanonicalSpace.of(Stage.COMMON), ViewRequest.Style.SURFACE, -1, false, false));
    }

    private void make(Scene s) {
        figure = null;
        flat = null;
        Worn worn = Worn.in(s);
        if (worn == null) {
            return;
        }
        List<Mesh> meshes = new ArrayList<>(s.meshes());
        List<Node> nodes = new ArrayList<>(s.nodes());
        List<Material> materials = new ArrayList<>(s.materials());
        int[] hues =
                IntStream.range(0, HUES.length).map(i -> materials.size() + i).toArray();
        for (int rgb : HUES) {
            materials.add(new Material(
                    "panel", "", new Vec3((rgb >> 16) / 255.0, (rgb >> 8 & 255) / 255.0, (rgb & 255) / 255.0), 1, -1));
        }
        List<Mesh> cuts = new ArrayList<>();
        List<Node> laid = new ArrayList<>();
        double right = 0;
        for (int g : worn.garments()) {
            Cloth c = Cloth.of(s, g);
            FlatPanels p = c.isWhole() ? FlatPanels.of(c) : null;
            if (p == null) {
                continue;
            }
            int[] panelOfFace = faces(p, c.mesh());
            meshes.set(nodes.get(g).payload(), c.mesh().withFaceMaterials(panelOfFace));
            nodes.set(g, nodes.get(g).withMaterials(hues));
            double[] box = TriangleMesh.of(p.mesh(), p.mesh().points()).box();
            laid.add(Node.mesh(
                    nodes.get(g).name(),
                    -1,
                    Transform.of(new Vec3(right - box[0], -box[1], 0), Vec3.ZERO, Vec3.ONE),
                    cuts.size(),
                    hues));
            int[] own = new int[p.mesh().faceCount()];
            for (int f = 0; f < own.length; f++) {
                own[f] = hue(p.panels().of()[p.mesh().corners()[p.mesh().faceStarts()[f]]]);
            }
            cuts.add(p.mesh().withFaceMaterials(own));
            right += box[3] - box[0] + GAP;
        }
        if (!cuts.isEmpty()) {
            figure = s.withMeshes(meshes).withNodes(nodes).withMaterials(materials);
            flat = Scene.bare("panels", Stage.COMMON)
                    .withMeshes(cuts)
                    .withNodes(laid)
                    .withMaterials(materials);
        }
    }

    private static int hue(int panel) {
        return panel % HUES.length;
    }

    /** The hue of each face of a garment: that of the panel on which its first triangle lies. */
    private static int[] faces(FlatPanels p, Mesh m) {
        int[] ofTriangle = new int[m.triangles().length / 3];
        int[] flat = p.mesh().triangles();
        for (int t = 0; t < p.triangles().length; t++) {
            ofTriangle[p.triangles()[t]] = hue(p.panels().of()[flat[3 * t]]);
        }
        int[] out = new int[m.faceCount()];
        int t = 0;
        for (int f = 0; f < out.length; f++) {
            int cut = Math.max(0, m.faceStarts()[f + 1] - m.faceStarts()[f] - 2);
            out[f] = cut > 0 ? ofTriangle[t] : 0;
            t += cut;
        }
        return out;
    }
}
