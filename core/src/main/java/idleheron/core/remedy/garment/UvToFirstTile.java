package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.garment.facts.Cloth;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.UvSet;
import java.util.List;

/** Moves the texture coordinates of every piece of a garment by whole tiles into the first. */
public record UvToFirstTile() implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "uv-to-first-tile",
                    UvToFirstTile.class,
                    Keeps.OTHERS,
                    say("core.remedy.garment.UvToFirstTile.moves-the-texture-coordinates-of-every"))
            .told(new UvToFirstTile())
            .measured(say("core.remedy.garment.UvToFirstTile.pieces-beyond-the-first-tile"), UvToFirstTile::beyond);

    private static String beyond(Scene s) {
        long n = 0;
        for (int node : WornMeshes.of(s)) {
            Cloth c = Cloth.of(s, node);
            for (UvSet u : c.mesh().uvSets().stream().limit(1).toList()) {
                for (long[] t : tiles(c, u)) {
                    n += t[0] != 0 || t[1] != 0 ? 1 : 0;
                }
            }
        }
        return Long.toString(n);
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.garment.UvToFirstTile.move-coordinates-into-the-first-tile");
    }

    @Override
    public String describe() {
        return say("core.remedy.garment.UvToFirstTile.moves-the-texture-coordinates-of-every-2");
    }

    @Override
    public Scene apply(Scene scene) {
        return WornMeshes.changed(scene, node -> moved(Cloth.of(scene, node)));
    }

    /** For each piece the tile in which the middle of its coordinates lies. */
    private static long[][] tiles(Cloth c, UvSet set) {
        double[][] sum = new double[c.pieces().all().size()][3];
        for (int i = 0; i < c.mesh().corners().length; i++) {
            int e = i < set.indices().length ? set.indices()[i] : -1;
            int piece = c.pieces().of()[c.weld().to()[c.mesh().corners()[i]]];
            if (e < 0 || piece < 0 || !Float.isFinite(set.uv()[2 * e] + set.uv()[2 * e + 1])) {
                continue;
            }
            sum[piece][0] += set.uv()[2 * e];
            sum[piece][1] += set.uv()[2 * e + 1];
            sum[piece][2]++;
        }
        long[][] out = new long[sum.length][2];
        for (int k = 0; k < sum.length; k++) {
            for (int a = 0; a < 2 && sum[k][2] > 0; a++) {
                out[k][a] = (long) Math.floor(sum[k][a] / sum[k][2]);
            }
        }
        return out;
    }

    private static Mesh moved(Cloth c) {
        Mesh m = c.mesh();
        if (m.uvSets().isEmpty()) {
            return m;
        }
        UvSet set = m.uvSets().getFirst();
        long[][] tiles = tiles(c, set);
        boolean any = false;
        for (long[] t : tiles) {
            any |= t[0] != 0 || t[1] != 0;
        }
        if (!any) {
            return m;
        }
        int corners = m.corners().length;
        float[] uv = new float[2 * corners];
        int[] at = new int[corners];
        for (int i = 0; i < corners; i++) {
            int e = i < set.indices().length ? set.indices()[i] : -1;
            int piece = c.pieces().of()[c.weld().to()[m.corners()[i]]];
            at[i] = e < 0 ? -1 : i;
            for (int a = 0; a < 2 && e >= 0; a++) {
                uv[2 * i + a] = set.uv()[2 * e + a] - (piece < 0 ? 0 : tiles[piece][a]);
            }
        }
        List<UvSet> sets = new java.util.ArrayList<>(m.uvSets());
        sets.set(0, new UvSet(set.name(), uv, at));
        return m.withUvSets(sets);
    }
}
