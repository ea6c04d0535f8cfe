package idleheron.core.character.loss;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.character.compare.FaceMatch;
import idleheron.core.character.compare.PicturePlaces;
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

    /** Materials and pictures that went, changed places or lie otherwise. */
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
        placed(p, out);
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
                    became.merge(say("core.character.loss.MaterialLosses.in-the-place-of", is, was), 1, Integer::sum);
                    faces++;
                }
            }
        }
        if (faces > 0) {
            out.add(new Loss(
                    "materials-reordered",
                    Topic.MATERIALS,
                    say(
                            "core.character.loss.MaterialLosses.another-material",
                            Wording.counted(
                                    faces,
                                    say("core.character.loss.MaterialLosses.face-carries"),
                                    say("core.character.loss.MaterialLosses.faces-carry")),
                            Wording.listed(List.copyOf(became.keySet()))),
                    Figure.of(faces, say("core.character.loss.MaterialLosses.faces"))));
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
                renamed.add(say(
                        "core.character.loss.MaterialLosses.to",
                        a.get(i).name(),
                        b.get(i).name()));
            }
        }
        if (renamed.size() == gone.size()) {
            out.add(new Loss(
                    "materials-renamed",
                    Topic.MATERIALS,
                    renamed.size() == 1
                            ? say("core.character.loss.MaterialLosses.one-came-under", renamed.getFirst())
                            : say(
                                    "core.character.loss.MaterialLosses.came-under",
                                    renamed.size(),
                                    Wording.listed(renamed)),
                    Figure.of(renamed.size(), say("core.character.loss.MaterialLosses.materials"))));
        } else {
            out.add(new Loss(
                    b.size() < a.size() && !b.isEmpty() ? "materials-merged" : "materials-lost",
                    Topic.MATERIALS,
                    say(
                            "core.character.loss.MaterialLosses.materials-became-gone",
                            a.size(),
                            b.size(),
                            Wording.listed(gone)),
                    Figure.of(gone.size(), say("core.character.loss.MaterialLosses.materials"))));
        }
    }

    /** Pictures that lie otherwise on the material that they were sent on. */
    private static void placed(Pair p, List<Loss> out) {
        PicturePlaces places = PicturePlaces.of(p);
        List<String> moved =
                places.all().stream().map(PicturePlaces.Moved::what).toList();
        if (!moved.isEmpty()) {
            out.add(new Loss(
                    "pictures-placed-otherwise",
                    Topic.MATERIALS,
                    say("core.character.loss.MaterialLosses.placed-otherwise", places.counted(), Wording.listed(moved)),
                    Figure.of(places.apart(), say("core.character.loss.MaterialLosses.of-its-width"))));
        }
    }

    private static void pictures(Pair p, List<Loss> out) {
        long before = p.sent.textures().stream().filter(t -> t.found()).count();
        long after = p.returned.textures().stream().filter(t -> t.found()).count();
        if (p.returned.textures().size() < p.sent.textures().size()) {
            out.add(new Loss(
                    "pictures-dropped",
                    Topic.MATERIALS,
                    say(
                            "core.character.loss.MaterialLosses.no-longer-pointed-to",
                            Wording.counted(
                                    p.sent.textures().size()
                                            - p.returned.textures().size(),
                                    say("core.character.loss.MaterialLosses.picture-is"),
                                    say("core.character.loss.MaterialLosses.pictures-are"))),
                    Figure.of(
                            p.sent.textures().size() - p.returned.textures().size(),
                            say("core.character.loss.MaterialLosses.pictures"))));
        } else if (after < before) {
            out.add(new Loss(
                    "pictures-not-found",
                    Topic.MATERIALS,
                    say(
                            "core.character.loss.MaterialLosses.that-were-found-are-missing-now",
                            Wording.counted(before - after, "picture", "pictures")),
                    Figure.of((double) (before - after), say("core.character.loss.MaterialLosses.pictures"))));
        }
    }
}
