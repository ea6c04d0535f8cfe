package idleheron.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.job.Progress;
import idleheron.core.pair.LikelyCause;
import idleheron.core.pair.Loss;
import idleheron.core.pair.Tolerances;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** Random characters with one to three faults at once: what happened is what is told. */
class CombinedFaultsTest {
    private static final int RIGS = Integer.getInteger("heron.rigs", 500);

    private static Comparison compare(Scene sent, Scene returned) {
        return Comparison.of(sent, returned, Tolerances.DEFAULT, true, Progress.NONE);
    }

    private static Set<String> told(Comparison c) {
        Set<String> out = new HashSet<>();
        c.causes().stream().map(LikelyCause::code).forEach(out::add);
        c.losses().stream().map(Loss::code).forEach(out::add);
        return out;
    }

    @Test
    void whatHappenedIsToldInNearlyEveryRandomCrossing() {
        Map<String, List<String>> wrong = new TreeMap<>();
        int right = 0;
        for (int seed = 0; seed < RIGS; seed++) {
            Random random = new Random(seed);
            Scene sent = RandomCharacter.of(seed);
            List<Fault> faults = Fault.some(random);
            Scene returned = sent;
            for (Fault f : faults) {
                returned = f.on(returned, random);
            }
            Comparison c = compare(sent, returned);
            Set<String> told = told(c);
            boolean all = faults.stream().allMatch(f -> f.told.stream().anyMatch(told::contains));
            boolean nothingElse = told.stream().allMatch(t -> faults.stream().anyMatch(f -> f.told.contains(t)));
            if (all && nothingElse) {
                right++;
            } else {
                wrong.computeIfAbsent(faults.toString(), k -> new ArrayList<>()).add(seed + " " + told);
            }
            for (LikelyCause cause : c.causes()) {
                assertThat(cause.left()).isLessThanOrEqualTo(cause.before()).isNotNegative();
            }
        }
        assertThat(right)
                .as("of " + RIGS + " right; wrong: " + wrong.toString().replace("], ", "]\n"))
                .isGreaterThanOrEqualTo((int) Math.ceil(0.98 * RIGS));
    }

    @Test
    void nothingIsToldOfRandomCharactersThatCameBackInOtherAxesAndUnit() {
        for (int seed = 0; seed < 60; seed++) {
            Scene sent = RandomCharacter.of(seed);
            Scene returned =
                    new ConvertStage(RandomCharacter.of(seed + 1).stage().axes(), 0.01).apply(sent);
            Comparison c = compare(sent, returned);
            assertThat(c.verdict()).as("seed " + seed).isEqualTo(Verdict.CLEAN);
            assertThat(told(c)).isEmpty();
        }
    }
}
