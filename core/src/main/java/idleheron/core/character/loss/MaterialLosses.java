package idleheron.core.character.loss;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.character.compare.FaceMatch;
import idleheron.core.character.compare.SurfaceTopics;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Matching;
import idleheron.core.pair.Pair;
import idleheron.core.scene.Material;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Materials that came under other names, were merged, or lie on each other's faces; pictures that are lost. */
public final class MaterialLosses {
    private MaterialLosses() {}

    public static void find(Pair p, List<Loss> out) {
        List<Material> a = p.sent.materials();
        List<Material> b = p.returned.materials();
        List<String> gone = new ArrayList<>();
        List<Integer> missing = new ArrayList<>();
        for (int i = 0; i < a.size(); i++) {
            if (index(b, a.get(i).name()) < 0) {
                gone.add(a.get(i).name());
                missing.add(i);
            }
        }
        if (!gone.isEmpty()) {
            missing(a, b, gone, missing, out);
        }
        crossed(p, out);
        pictures(p, out);
    }

    /** Faces that carry another material that was sent as well. The order of materials in a file is nobody's concern. */
    private static void crossed(Pair p, List<Loss> out) {
        Map<String, Integer> became = new TreeMap<>();
        int faces = 0;
        for (int m = 0; m < p.sent.meshes().size(); m++) {
            int other = p.matching.meshes()[m];
            int[] of = other < 0
                    ? new int[0]
                    : FaceMatch.of(p.sent.meshes().get(m), p.returned.meshes().get(other));
            for (int f = 0; f < of.length; f++) {
                String was = SurfaceTopics.material(p.sent, p.sent.nodeOfMesh(m), of[f]);
                String is = SurfaceTopics.material(p.returned, p.returned.nodeOfMesh(other), f);
                if (!was.equals(is) && !was.isEmpty() && index(p.sent.materials(), is) >= 0) {
                    became.merge(is + " in the place of " + was, 1, Integer::sum);
                    faces++;
                }
            }
        }
        if (faces > 0) {
            out.add(new Loss(
                    "materials-reordered",
                    Topic.MATERIALS,
                    Wording.counted(faces, "face carries", "faces carry") + " another material: "
                            + Wording.listed(List.copyOf(became.keySet())),
                    Figure.of(faces, "faces")));
        }
    }

    private static int index(List<Material> all, String name) {
        for (int i = 0; i < all.size(); i++) {
            if (Matching.plain(all.get(i).name()).equals(Matching.plain(name))) {
                return i;
            }
        }
        return -1;
    }

    private static void missing(
            List<Material> a, List<Material> b, List<String> gone, List<Integer> missing, List<Loss> out) {
        List<String> renamed = new ArrayList<>();
        for (int i : missing) {
            if (a.size() == b.size() && index(a, b.get(i).name()) < 0) {
                renamed.add(a.get(i).name() + " to " + b.get(i).name());
            }
        }
        if (renamed.size() == gone.size()) {
            out.add(new Loss(
                    "materials-renamed",
                    Topic.MATERIALS,
                    Wording.counted(renamed.size(), "material", "materials") + " came under "
                            + (renamed.size() == 1 ? "another name: " : "other names: ") + Wording.listed(renamed),
                    Figure.of(renamed.size(), "materials")));
        } else {
            out.add(new Loss(
                    b.size() < a.size() && !b.isEmpty() ? "materials-merged" : "materials-lost",
                    Topic.MATERIALS,
                    a.size() + " materials became " + b.size() + "; gone: " + Wording.listed(gone),
                    Figure.of(gone.size(), "materials")));
        }
    }

    private static void pictures(Pair p, List<Loss> out) {
        long before = p.sent.textures().stream().filter(t -> t.found()).count();
        long after = p.returned.textures().stream().filter(t -> t.found()).count();
        if (p.returned.textures().size() < p.sent.textures().size()) {
            out.add(new Loss(
                    "pictures-dropped",
                    Topic.MATERIALS,
                    Wording.counted(
                                    p.sent.textures().size()
                                            - p.returned.textures().size(),
                                    "picture is",
                                    "pictures are")
                            + " no longer pointed to",
                    Figure.of(p.sent.textures().size() - p.returned.textures().size(), "pictures")));
        } else if (after < before) {
            out.add(new Loss(
                    "pictures-not-found",
                    Topic.MATERIALS,
                    Wording.counted(before - after, "picture", "pictures") + " that were found are missing now",
                    Figure.of((double) (before - after), "pictures")));
        }
    }
}
