package idleheron.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Tolerances;
import idleheron.core.scene.Scene;
import idleheron.formats.fbx.FbxFormat;
import idleheron.formats.usd.UsdFormat;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Crossings of rigs unlike each other, with up to three faults, rewritten by careful writers besides: what happened is told,
 * nothing else is, and sound crossings are silent. The seeds of {@code -Dheron.crossings.from=A -Dheron.crossings=N} may be
 * others; the table is written to {@code target/crossings.txt}.
 */
class WideCrossingsTest {
    private static final int FROM = Integer.getInteger("heron.crossings.from", 0);
    private static final int COUNT = Integer.getInteger("heron.crossings", 90);

    /** Told of a crossing without harm: a name space, say. */
    private static final Set<String> HARMLESS = Set.of("namespace-lost", "namespace-added");

    @TempDir
    Path folder;

    private enum Outcome {
        RIGHT,
        WRONG,
        MISSED,
        SOUND,
        CRIED_WOLF
    }

    private static Set<String> told(Comparison c) {
        Set<String> out = new TreeSet<>();
        c.causes().stream().map(LikelyCause::code).forEach(out::add);
        c.losses().stream().map(Loss::code).forEach(out::add);
        out.removeAll(HARMLESS);
        return out;
    }

    /** What a careful writer on the other side makes of it. */
    private Scene rewritten(Scene s, Random random, List<String> how) throws IOException {
        Scene out = s;
        if (random.nextInt(3) == 0) {
            how.add("shuffled");
            out = Rewrites.shuffled(out, random);
        }
        int keys = random.nextInt(4);
        if (keys == 0) {
            how.add("still keys dropped");
            out = Rewrites.withoutStillKeys(out);
        } else if (keys == 1) {
            how.add("baked everywhere");
            out = Rewrites.bakedEverywhere(out);
        }
        int file = random.nextInt(6);
        if (file < 2) {
            how.add(file == 0 ? "fbx" : "fbx text");
            String variant = file == 0 ? FbxFormat.BINARY_75 : FbxFormat.TEXT_74;
            out = Rewrites.throughFile(out, folder, new FbxFormat(), variant, ".fbx");
        } else if (file == 2 && out.stage().axes().isRightHanded()) {
            how.add("usd");
            out = Rewrites.throughFile(out, folder, new UsdFormat(), UsdFormat.CRATE, ".usdc");
        }
        return out;
    }

    @Test
    void whatHappenedIsToldOfRigsUnlikeEachOther() throws IOException {
        List<String> table = new ArrayList<>();
        int[] count = new int[Outcome.values().length];
        double slowest = 0;
        for (int seed = FROM; seed < FROM + COUNT; seed++) {
            Random random = new Random(31L * seed + 5);
            Scene sent = WideRig.of(seed);
            List<WideFault> faults = random.nextInt(5) == 0 ? List.of() : WideFault.some(sent, random);
            Scene returned = sent;
            for (WideFault f : faults) {
                returned = f.on(returned, random);
            }
            List<String> how = new ArrayList<>();
            returned = rewritten(returned, random, how);
            long start = System.nanoTime();
            Comparison c = Comparison.of(sent, returned, Tolerances.DEFAULT, true, Progress.NONE);
            double seconds = (System.nanoTime() - start) / 1e9;
            slowest = Math.max(slowest, seconds);
            Set<String> told = told(c);
            boolean all = faults.stream()
                    .allMatch(f -> f.told.isEmpty() || f.told.stream().anyMatch(told::contains));
            boolean nothingElse = told.stream().allMatch(t -> faults.stream().anyMatch(f -> f.told.contains(t)));
            Outcome o = faults.stream().allMatch(f -> f.told.isEmpty())
                    ? told.isEmpty() && c.verdict() == Verdict.CLEAN ? Outcome.SOUND : Outcome.CRIED_WOLF
                    : all && nothingElse ? Outcome.RIGHT : nothingElse ? Outcome.MISSED : Outcome.WRONG;
            count[o.ordinal()]++;
            if (o != Outcome.RIGHT && o != Outcome.SOUND || Boolean.getBoolean("heron.crossings.all")) {
                table.add(String.format(
                        Locale.ROOT,
                        "%d %s %.2fs %s %s: %s | %s%s",
                        seed,
                        o,
                        seconds,
                        faults,
                        how,
                        told,
                        c.causeSentence(),
                        c.lossSentence()));
            }
            for (LikelyCause cause : c.causes()) {
                assertThat(cause.left())
                        .as("seed " + seed)
                        .isLessThanOrEqualTo(cause.before())
                        .isNotNegative();
            }
        }
        String sum = String.format(
                Locale.ROOT,
                "%d crossings from seed %d: %d right, %d wrong, %d missed; %d sound silent, %d sound called faulty; slowest %.2f s",
                COUNT,
                FROM,
                count[0],
                count[1],
                count[2],
                count[3],
                count[4],
                slowest);
        table.addFirst(sum);
        Files.createDirectories(Path.of("target"));
        Files.write(Path.of("target/crossings.txt"), table);
        int faulty = count[0] + count[1] + count[2];
        assertThat(count[Outcome.CRIED_WOLF.ordinal()])
                .as(String.join("\n", table))
                .isZero();
        assertThat(count[0]).as(String.join("\n", table)).isGreaterThanOrEqualTo((int) Math.ceil(0.98 * faulty));
    }
}
