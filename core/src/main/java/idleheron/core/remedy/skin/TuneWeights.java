package idleheron.core.remedy.skin;

import static idleheron.core.Messages.say;

import idleheron.core.job.Cores;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Measure;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.mesh.Mesh;
import idleheron.core.scene.mesh.Skin;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Brings skin weights within what a place takes: the weakest are cut, the rest rounded and divided by their sum.
 *
 * @param most influences a point, 0 for any number
 * @param least weights below this go, 0 for none
 * @param bits weights are whole parts of 2ᵇ - 1; 0 for as they are. The strongest weight of a point takes up what rounding
 *     leaves, so that the sum stays 1
 * @param normalise whether weights are divided by their sum where there is one
 */
public record TuneWeights(int most, double least, int bits, boolean normalise) implements Remedy {
    /** Weights whose sum is off by less sum to 1. */
    private static final double SUM = 1e-6;

    private static final int MOST_BITS = 24;
    private static final Measure INFLUENCES = new Measure(
            say("core.remedy.skin.TuneWeights.influences-of-a-point-at-most"), s -> Integer.toString(largest(s)));
    private static final Measure ALL = new Measure(
            say("core.remedy.skin.TuneWeights.weights-above-0"),
            s -> Long.toString(skins(s).mapToLong(TuneWeights::weights).sum()));

    private static final RemedyType LIMIT = RemedyType.of(
                    "limit-influences",
                    TuneWeights.class,
                    Keeps.NEARLY,
                    say("core.remedy.skin.TuneWeights.keeps-the-strongest-influences-of-each"))
            .told("=N", v -> limit(v.count()))
            .measured(INFLUENCES);
    private static final RemedyType PRUNE = RemedyType.of(
                    "prune-weights",
                    TuneWeights.class,
                    Keeps.NEARLY,
                    say("core.remedy.skin.TuneWeights.drops-weights-below-a-number-and"))
            .told("=WEIGHT", v -> prune(v.positive()))
            .measured(ALL);
    private static final RemedyType QUANTISE = RemedyType.of(
                    "quantise-weights",
                    TuneWeights.class,
                    Keeps.NEARLY,
                    say("core.remedy.skin.TuneWeights.rounds-weights-to-what-so-many"))
            .told("=BITS", v -> quantise(v.count()))
            .measured(ALL);
    private static final RemedyType NORMALISE = RemedyType.of(
                    "normalise-weights",
                    TuneWeights.class,
                    Keeps.NEARLY,
                    say("core.remedy.skin.TuneWeights.makes-the-weights-of-each-point"))
            .told(normalised())
            .measured(
                    say("core.remedy.skin.TuneWeights.points-whose-weights-sum-to-1"),
                    s -> Long.toString(skins(s).mapToLong(TuneWeights::whole).sum()));

    /** One for each use. */
    public static final List<RemedyType> TYPES = List.of(LIMIT, PRUNE, QUANTISE, NORMALISE);

    public TuneWeights {
        expect(most >= 0, "influences", most, say("core.remedy.skin.TuneWeights.at-least-1-or-0-for"));
        expect(
                bits >= 0 && bits <= MOST_BITS,
                "bits",
                bits,
                say("core.remedy.skin.TuneWeights.1-to-or-0-for-weights", MOST_BITS));
        expect(
                least >= 0 && least < 1,
                say("core.remedy.skin.TuneWeights.smallest-weight"),
                least,
                say("core.remedy.skin.TuneWeights.at-least-0-and-less-than"));
    }

    private static void expect(boolean met, String what, Object found, String expected) {
        if (!met) {
            throw new IllegalArgumentException(say("core.remedy.skin.TuneWeights.expected", what, found, expected));
        }
    }

    private static Stream<Skin> skins(Scene s) {
        return s.meshes().stream().map(Mesh::skin).filter(Objects::nonNull);
    }

    private static int largest(Scene scene) {
        return skins(scene)
                .mapToInt(s -> IntStream.range(0, s.points())
                        .map(p -> s.starts()[p + 1] - s.starts()[p])
                        .max()
                        .orElse(0))
                .max()
                .orElse(0);
    }

    private static long weights(Skin s) {
        return count(s.weights(), 0, s.weights().length);
    }

    private static long whole(Skin s) {
        return IntStream.range(0, s.points())
                .filter(p -> Math.abs(s.sum(p) - 1) <= SUM)
                .count();
    }

    /** Keeps so many influences a point, the strongest. */
    public static TuneWeights limit(int most) {
        return new TuneWeights(most, 0, 0, true);
    }

    /** Weights below this go, and sums are 1 again. */
    public static TuneWeights prune(double least) {
        return new TuneWeights(0, least, 0, true);
    }

    /** Rounds weights to so many bits, sums kept. */
    public static TuneWeights quantise(int bits) {
        return new TuneWeights(0, 0, bits, true);
    }

    /** Sums of 1 at every point. */
    public static TuneWeights normalised() {
        return new TuneWeights(0, 0, 0, true);
    }

    @Override
    public RemedyType type() {
        return most > 0 ? LIMIT : least > 0 ? PRUNE : bits > 0 ? QUANTISE : NORMALISE;
    }

    @Override
    public String title() {
        return most > 0
                ? say(
                        "core.remedy.skin.TuneWeights.keep",
                        most,
                        (most == 1
                                ? say("core.remedy.skin.TuneWeights.influence")
                                : say("core.remedy.skin.TuneWeights.influences")))
                : least > 0
                        ? say("core.remedy.skin.TuneWeights.prune-weak-weights")
                        : bits > 0
                                ? say("core.remedy.skin.TuneWeights.round-weights-to-bits", bits)
                                : say("core.remedy.skin.TuneWeights.normalise-weights");
    }

    @Override
    public String describe() {
        List<String> parts = new ArrayList<>();
        if (most > 0) {
            parts.add(
                    most == 1
                            ? say("core.remedy.skin.TuneWeights.keeps-the-strongest-influence-of-each")
                            : say("core.remedy.skin.TuneWeights.keeps-the-strongest-influences-of-each-2", most));
        }
        if (least > 0) {
            parts.add(say("core.remedy.skin.TuneWeights.drops-weights-below", least));
        }
        if (bits > 0) {
            parts.add(say("core.remedy.skin.TuneWeights.rounds-weights-to-parts-of", ((1 << bits) - 1)));
        }
        if (normalise) {
            parts.add(say("core.remedy.skin.TuneWeights.makes-them-sum-to-1"));
        }
        String s = String.join(", ", parts);
        return Character.toUpperCase(s.charAt(0)) + s.substring(1) + ".";
    }

    @Override
    public Scene apply(Scene scene) {
        List<Mesh> meshes = new ArrayList<>();
        boolean any = false;
        for (Mesh m : scene.meshes()) {
            Skin s = m.skin();
            Skin tuned = s == null ? null : tuned(s);
            any |= tuned != s;
            meshes.add(tuned == s ? m : m.withSkin(tuned));
        }
        return any ? scene.withMeshes(meshes) : scene;
    }

    /** Two passes over the points: which influences stay, then their weights in their new places. */
    private Skin tuned(Skin s) {
        float[] weights = s.weights().clone();
        Cores.split(s.points(), 20_000, (from, to) -> {
            for (int p = from; p < to; p++) {
                point(weights, s.starts()[p], s.starts()[p + 1]);
            }
        });
        if (Arrays.equals(weights, s.weights())) {
            return s;
        }
        int[] starts = new int[s.starts().length];
        int[] slots = new int[weights.length];
        int at = 0;
        for (int p = 0; p < s.points(); p++) {
            for (int i = s.starts()[p]; i < s.starts()[p + 1]; i++) {
                if (weights[i] != 0) {
                    slots[at] = s.slots()[i];
                    weights[at++] = weights[i];
                }
            }
            starts[p + 1] = at;
        }
        return s.withWeights(starts, Arrays.copyOf(slots, at), Arrays.copyOf(weights, at));
    }

    /** What goes becomes 0; of equal weights the first ones stay. */
    private void point(float[] w, int from, int to) {
        for (int i = from; i < to; i++) {
            if (w[i] < least) {
                w[i] = 0;
            }
        }
        if (most > 0) {
            while (count(w, from, to) > most) {
                int weakest = -1;
                for (int i = from; i < to; i++) {
                    if (w[i] != 0 && (weakest < 0 || w[i] <= w[weakest])) {
                        weakest = i;
                    }
                }
                w[weakest] = 0;
            }
        }
        double sum = 0;
        for (int i = from; i < to; i++) {
            sum += w[i];
        }
        if (sum <= 0) {
            return;
        }
        if (normalise && Math.abs(sum - 1) > SUM) {
            for (int i = from; i < to; i++) {
                w[i] = (float) (w[i] / sum);
            }
        }
        if (bits > 0) {
            round(w, from, to);
        }
    }

    private static int count(float[] w, int from, int to) {
        int n = 0;
        for (int i = from; i < to; i++) {
            n += w[i] != 0 ? 1 : 0;
        }
        return n;
    }

    private void round(float[] w, int from, int to) {
        int steps = (1 << bits) - 1;
        int strongest = from;
        double sum = 0;
        int rounded = 0;
        for (int i = from; i < to; i++) {
            sum += w[i];
            int n = Math.round(w[i] * steps);
            rounded += n;
            strongest = w[i] > w[strongest] ? i : strongest;
            w[i] = n / (float) steps;
        }
        int left = (int) Math.round(sum * steps) - rounded;
        if (normalise && left != 0) {
            w[strongest] = (Math.round(w[strongest] * steps) + left) / (float) steps;
        }
    }
}
