package idleheron.rehearsal.demo;

import idleheron.core.cache.Cache;
import idleheron.core.cache.CacheKind;
import idleheron.core.cache.CacheNode;
import idleheron.core.cache.ChannelSemantic;
import idleheron.core.cache.ElementType;
import idleheron.core.cache.Meta;
import idleheron.core.cache.Samples;
import idleheron.core.cache.TimeSampling;
import idleheron.core.cache.TransformStack;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/**
 * Reeds on the bank: four hundred in four clumps, of eight kinds. Five kinds are stiff and sway about their foot, three bend.
 * Each kind is kept once and placed many times. Y up, metres, 24 frames a second, frames 1 to 48, which is one gust.
 */
public final class Reeds {
    static final int COUNT = 400;
    static final int FIRST = 1;
    static final int FRAMES = 48;
    private static final int KINDS = 8;
    private static final int STIFF = 5;
    private static final int CLUMPS = 4;
    private static final int LEVELS = 9;
    private static final int SIDES = 3;
    private static final double RATE = 24;
    private static final TimeSampling TIMES = TimeSampling.uniform(1 / RATE, FIRST / RATE);

    private Reeds() {}

    /** The demo's cache: a bed of reeds in the wind. */
    public static Scene scene() {
        Random random = new Random(17);
        String[] first = new String[KINDS];
        List<List<CacheNode>> clumps = new ArrayList<>();
        for (int c = 0; c < CLUMPS; c++) {
            clumps.add(new ArrayList<>());
        }
        for (int i = 0; i < COUNT; i++) {
            int clump = i * CLUMPS / COUNT;
            int kind = i % KINDS;
            String name = String.format("reed_%03d", i + 1);
            double out = 0.9 * Math.sqrt(random.nextDouble());
            double around = 2 * Math.PI * random.nextDouble();
            double[] place = {
                round(1.25 * clump - 1.875 + 0.72 * out * Math.cos(around)),
                0,
                round((clump % 2 == 0 ? 0.35 : -0.35) + 0.6 * out * Math.sin(around)),
                round(360 * random.nextDouble())
            };
            CacheNode inside;
            if (first[kind] == null) {
                inside = kind < STIFF ? stiff(kind) : bending(kind);
                first[kind] = "/bank/clump_" + (clump + 1) + "/" + name + "/" + inside.name();
            } else {
                inside = CacheNode.instance(kind < STIFF ? "stiff" : "bending", first[kind]);
            }
            clumps.get(clump).add(placed(name, place, inside));
        }
        List<CacheNode> groups = new ArrayList<>();
        for (int c = 0; c < CLUMPS; c++) {
            groups.add(CacheNode.of("clump_" + (c + 1), CacheKind.TRANSFORM, clumps.get(c)));
        }
        CacheNode bank = CacheNode.of("bank", CacheKind.TRANSFORM, groups);
        Cache cache = new Cache("reeds", Meta.NONE, CacheNode.of("", CacheKind.GROUP, List.of(bank)));
        Stage stage = Stage.COMMON.withRange(FIRST / RATE, (FIRST + FRAMES - 1) / RATE);
        return Scene.bare("reeds.abc", stage).withCaches(List.of(cache));
    }

    private static double round(double v) {
        return Math.rint(v * 1024) / 1024;
    }

    /** A still transform of a translation and a turn about Y. */
    private static CacheNode placed(String name, double[] place, CacheNode inside) {
        return CacheNode.of(name, CacheKind.TRANSFORM, List.of(inside))
                .with(
                        ChannelSemantic.OPERATIONS,
                        Samples.bytes(
                                ElementType.UINT8, 2, true, 1, TimeSampling.STILL, TransformStack.TRANSLATE, (byte)
                                        (5 << 4)))
                .with(ChannelSemantic.CHANNELS, Samples.doubles(4, true, TimeSampling.STILL, List.of(place)));
    }

    /** How far a gust has pushed a kind, 0 to 1, at a frame. */
    private static double push(int kind, int frame) {
        double x = 2 * Math.PI * (frame - 0.9 * kind) / FRAMES;
        return 0.5 - 0.5 * Math.cos(x) + 0.12 * Math.sin(3 * x + kind);
    }

    private static CacheNode stiff(int kind) {
        List<double[]> turns = new ArrayList<>();
        for (int f = 0; f < FRAMES; f++) {
            turns.add(new double[] {round(-7 * push(kind, f) - 2)});
        }
        return CacheNode.of("stiff", CacheKind.TRANSFORM, List.of(blade("stiffShape", kind, List.of(0.0))))
                .with(ChannelSemantic.OPERATIONS, Samples.bytes(ElementType.UINT8, 1, true, FRAMES, TIMES, (byte)
                        (6 << 4)))
                .with(ChannelSemantic.CHANNELS, Samples.doubles(1, true, TIMES, turns));
    }

    private static CacheNode bending(int kind) {
        List<Double> bends = new ArrayList<>();
        for (int f = 0; f < FRAMES; f++) {
            bends.add(0.18 + 0.5 * push(kind, f));
        }
        return CacheNode.of("bending", CacheKind.TRANSFORM, List.of(blade("bendingShape", kind, bends)));
    }

    /**
     * A blade of three sides, thinner to the top.
     *
     * @param bends per sample the angle of the tip in radians
     */
    private static CacheNode blade(String name, int kind, List<Double> bends) {
        double height = 1.25 + 0.14 * kind;
        List<float[]> samples = new ArrayList<>();
        for (double bend : bends) {
            float[] p = new float[3 * LEVELS * SIDES];
            double x = 0;
            double y = 0;
            for (int l = 0; l < LEVELS; l++) {
                double u = l / (LEVELS - 1.0);
                double thick = 0.034 * (1 - 0.85 * u * u) + 0.002;
                double lean = bend * u * u;
                if (l > 0) {
                    x += height / (LEVELS - 1) * Math.sin(lean);
                    y += height / (LEVELS - 1) * Math.cos(lean);
                }
                for (int s = 0; s < SIDES; s++) {
                    double a = 2 * Math.PI * s / SIDES;
                    int k = 3 * (l * SIDES + s);
                    p[k] = (float) (x + thick * Math.cos(a) * Math.cos(lean));
                    p[k + 1] = (float) (y - thick * Math.cos(a) * Math.sin(lean));
                    p[k + 2] = (float) (0.6 * thick * Math.sin(a));
                }
            }
            samples.add(p);
        }
        Map<ChannelSemantic, Samples> roles = new EnumMap<>(ChannelSemantic.class);
        TimeSampling times = bends.size() < 2 ? TimeSampling.STILL : TIMES;
        roles.put(ChannelSemantic.POSITIONS, Samples.floats(3, false, times, samples));
        int faces = (LEVELS - 1) * SIDES;
        int[] counts = new int[faces];
        int[] indices = new int[4 * faces];
        for (int f = 0; f < faces; f++) {
            int l = f / SIDES;
            int s = f % SIDES;
            int next = (s + 1) % SIDES;
            counts[f] = 4;
            indices[4 * f] = l * SIDES + s;
            indices[4 * f + 1] = l * SIDES + next;
            indices[4 * f + 2] = (l + 1) * SIDES + next;
            indices[4 * f + 3] = (l + 1) * SIDES + s;
        }
        roles.put(ChannelSemantic.FACE_COUNTS, Samples.still(counts));
        roles.put(ChannelSemantic.FACE_INDICES, Samples.still(indices));
        return new CacheNode(name, CacheKind.MESH, Meta.NONE, roles, List.of(), List.of(), List.of(), "", List.of());
    }
}
