package idleheron.core.character.loss;

import static idleheron.core.Messages.say;

import idleheron.core.Figure;
import idleheron.core.Topic;
import idleheron.core.Wording;
import idleheron.core.character.compare.RestPoints;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Matching;
import idleheron.core.pair.Pair;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.BlendShape;
import idleheron.core.scene.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;

/** Blend shapes that were dropped, came under other names or in another order, or lost their in-betweens. */
public final class ShapeLosses {
    private ShapeLosses() {}

    /** Blend shapes that went, were baked in, or moved under other names. */
    public static void find(Pair p, List<Loss> out) {
        for (int m = 0; m < p.sent.meshes().size(); m++) {
            int other = p.matching.meshes()[m];
            if (other >= 0) {
                mesh(p.sent.meshes().get(m), p.returned.meshes().get(other), out);
                twice(p, m, other, out);
            }
        }
    }

    /** A shape that is in the points as well: they lie where it puts them at full. */
    private static void twice(Pair p, int mesh, int other, List<Loss> out) {
        Mesh a = p.sent.meshes().get(mesh);
        Mesh b = p.returned.meshes().get(other);
        int node = p.sent.nodeOfMesh(mesh);
        if (a.shapes().isEmpty() || b.shapes().isEmpty() || a.pointCount() != b.pointCount()) {
            return;
        }
        double[] still = RestPoints.of(p.sent, p.sentSpace, node);
        double[] back = RestPoints.of(p.returned, p.returnedSpace, p.returned.nodeOfMesh(other));
        double moved = 0;
        for (int i = 0; i < still.length; i++) {
            moved = Math.max(moved, Math.abs(back[i] - still[i]));
        }
        if (moved * 1000 <= p.tolerances.vertex()) {
            return;
        }
        for (int s = 0; s < a.shapes().size(); s++) {
            double[] full = RestPoints.of(full(p.sent, mesh, s), p.sentSpace, node);
            double dot = 0;
            double square = 0;
            double off = 0;
            for (int i = 0; i < still.length; i++) {
                double d = full[i] - still[i];
                double e = back[i] - still[i];
                dot += d * e;
                square += d * d;
                off += e * e;
            }
            double share = square == 0 ? 0 : dot / square;
            if (Math.abs(share - 1) < 0.05 && off - share * dot < 0.01 * off) {
                out.add(new Loss(
                        "shape-applied-twice",
                        Topic.BLEND_SHAPES,
                        say(
                                "core.character.loss.ShapeLosses.is-in-the-points-of-as",
                                a.shapes().get(s).name(),
                                a.name()),
                        Figure.of(moved * 1000, "mm", a.name())));
                return;
            }
        }
    }

    private static Scene full(Scene s, int mesh, int shape) {
        List<Mesh> meshes = new ArrayList<>(s.meshes());
        List<BlendShape> shapes = new ArrayList<>(meshes.get(mesh).shapes());
        BlendShape k = shapes.get(shape);
        shapes.set(shape, new BlendShape(k.name(), k.targets().getLast().fullWeight(), k.targets()));
        meshes.set(mesh, meshes.get(mesh).withShapes(shapes));
        return s.withMeshes(meshes);
    }

    private static int named(Mesh m, String name) {
        for (int i = 0; i < m.shapes().size(); i++) {
            if (Matching.plain(m.shapes().get(i).name()).equals(Matching.plain(name))) {
                return i;
            }
        }
        return -1;
    }

    private static void mesh(Mesh a, Mesh b, List<Loss> out) {
        List<String> dropped = new ArrayList<>();
        List<String> renamed = new ArrayList<>();
        List<String> thinner = new ArrayList<>();
        boolean[] taken = new boolean[b.shapes().size()];
        List<Integer> order = new ArrayList<>();
        List<String> crossed = crossed(a, b);
        for (BlendShape s : a.shapes()) {
            int r = named(b, s.name());
            if (r >= 0) {
                taken[r] = true;
                order.add(r);
                if (b.shapes().get(r).targets().size() < s.targets().size()) {
                    thinner.add(s.name());
                }
            }
        }
        for (BlendShape s : a.shapes()) {
            if (named(b, s.name()) >= 0) {
                continue;
            }
            int like = like(s, b, taken);
            if (like < 0) {
                dropped.add(s.name());
            } else {
                taken[like] = true;
                renamed.add(say(
                        "core.character.loss.ShapeLosses.to",
                        s.name(),
                        b.shapes().get(like).name()));
            }
        }
        lose("shapes-dropped", "core.character.loss.ShapeLosses.did-not-arrive", dropped, a, out);
        lose("shapes-renamed", "core.character.loss.ShapeLosses.came-under-other-names", renamed, a, out);
        lose("shapes-renamed", "core.character.loss.ShapeLosses.came-under-each-other-s-names", crossed, a, out);
        lose("in-betweens-lost", "core.character.loss.ShapeLosses.lost-in-betweens", thinner, a, out);
        for (int i = 1; i < order.size(); i++) {
            if (order.get(i) < order.get(i - 1)) {
                out.add(new Loss(
                        "shapes-reordered",
                        Topic.BLEND_SHAPES,
                        say("core.character.loss.ShapeLosses.the-blend-shapes-of-came-in", a.name()),
                        Figure.of(order.size(), say("core.character.loss.ShapeLosses.blend-shapes"), a.name())));
                return;
            }
        }
    }

    /** Shapes that are there under their name with what another one does, while theirs is under another one's name. */
    private static List<String> crossed(Mesh a, Mesh b) {
        List<String> out = new ArrayList<>();
        for (BlendShape s : a.shapes()) {
            int own = named(b, s.name());
            if (own < 0
                    || isShared(a, s.name())
                    || alike(
                            s.targets().getLast(), b.shapes().get(own).targets().getLast())) {
                continue;
            }
            for (BlendShape r : b.shapes()) {
                if (named(a, r.name()) >= 0
                        && alike(s.targets().getLast(), r.targets().getLast())) {
                    out.add(say("core.character.loss.ShapeLosses.as", s.name(), r.name()));
                    break;
                }
            }
        }
        return out;
    }

    /** Whether several shapes go by a name, so that it tells none of them. */
    private static boolean isShared(Mesh m, String name) {
        return m.shapes().stream()
                        .filter(s -> Matching.plain(s.name()).equals(Matching.plain(name)))
                        .count()
                > 1;
    }

    private static void lose(String code, String key, List<String> names, Mesh m, List<Loss> out) {
        if (!names.isEmpty()) {
            out.add(new Loss(
                    code,
                    Topic.BLEND_SHAPES,
                    say(
                            key,
                            Wording.counted(
                                    names.size(),
                                    say("core.character.loss.ShapeLosses.blend-shape"),
                                    say("core.character.loss.ShapeLosses.blend-shapes")),
                            Wording.listed(names)),
                    Figure.of(names.size(), say("core.character.loss.ShapeLosses.blend-shapes"), m.name())));
        }
    }

    /** A shape of another name that moves the same points by offsets of the same lengths, up to one common factor. */
    private static int like(BlendShape s, Mesh b, boolean[] taken) {
        for (int i = 0; i < taken.length; i++) {
            if (!taken[i]
                    && alike(s.targets().getLast(), b.shapes().get(i).targets().getLast())) {
                return i;
            }
        }
        return -1;
    }

    private static boolean alike(BlendShape.Target a, BlendShape.Target b) {
        if (a.points().length != b.points().length || a.points().length == 0) {
            return false;
        }
        double factor = 0;
        for (int i = 0; i < a.points().length; i++) {
            double la = length(a, i);
            double lb = length(b, i);
            if (a.points()[i] != b.points()[i] || la > 0 != lb > 0) {
                return false;
            }
            if (la > 0) {
                factor = factor == 0 ? lb / la : factor;
                if (Math.abs(lb / la / factor - 1) > 1e-3) {
                    return false;
                }
            }
        }
        return true;
    }

    private static double length(BlendShape.Target t, int i) {
        return Math.sqrt(Math.pow(t.deltas()[3 * i], 2)
                + Math.pow(t.deltas()[3 * i + 1], 2)
                + Math.pow(t.deltas()[3 * i + 2], 2));
    }
}
