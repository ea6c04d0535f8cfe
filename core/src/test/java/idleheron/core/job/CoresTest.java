package idleheron.core.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Isolated;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

@Isolated
class CoresTest {
    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2, 3, 7, 64, 1000})
    void everyItemIsWorkedOnOnce(int items) {
        AtomicIntegerArray split = new AtomicIntegerArray(items);
        AtomicIntegerArray each = new AtomicIntegerArray(items);
        Cores.split(items, 4, (from, to) -> {
            assertThat(from).isBetween(0, to);
            for (int i = from; i < to; i++) {
                split.incrementAndGet(i);
            }
        });
        Cores.each(items, each::incrementAndGet);
        for (int i = 0; i < items; i++) {
            assertThat(split.get(i)).as("split " + i).isEqualTo(1);
            assertThat(each.get(i)).as("each " + i).isEqualTo(1);
        }
    }

    @Test
    void smallWorkStaysOnThisThreadInOnePieceAndLargeWorkIsInAsManyAsThereAreCores() {
        List<String> small = pieces(10, 11);
        assertThat(small).containsExactly("0-10 " + Thread.currentThread().getName());
        assertThat(pieces(1000, 1)).hasSize(Cores.count());
        assertThat(pieces(7, 0)).as("a smallest of nought counts as one").hasSize(Math.min(7, Cores.count()));
        assertThat(Cores.count()).isEqualTo(ForkJoinPool.getCommonPoolParallelism() + 1);
    }

    private static List<String> pieces(int items, int smallest) {
        List<String> out = Collections.synchronizedList(new ArrayList<>());
        Cores.split(
                items,
                smallest,
                (from, to) ->
                        out.add(from + "-" + to + " " + Thread.currentThread().getName()));
        return out;
    }

    /** The other piece is at work while the first fails. */
    private static void failsBeside(java.util.function.Consumer<Runnable[]> run) {
        CountDownLatch both = new CountDownLatch(Math.min(2, Cores.count()));
        AtomicBoolean ended = new AtomicBoolean(Cores.count() < 2);
        Runnable fails = () -> {
            meet(both);
            throw new CancellationException("stopped");
        };
        Runnable works = () -> {
            meet(both);
            rest(80);
            ended.set(true);
        };
        assertThatThrownBy(() -> run.accept(new Runnable[] {fails, works}))
                .isInstanceOf(CancellationException.class)
                .hasMessage("stopped");
        assertThat(ended).as("the other one has ended too").isTrue();
    }

    private static void meet(CountDownLatch both) {
        both.countDown();
        try {
            assertThat(both.await(10, TimeUnit.SECONDS)).isTrue();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void rest(int milliseconds) {
        try {
            Thread.sleep(milliseconds);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    @RepeatedTest(5)
    void nothingWorksOnBehindAFailure() {
        failsBeside(two -> Cores.each(2, i -> two[i].run()));
        failsBeside(two -> Cores.split(2, 1, (from, to) -> {
            for (int i = from; i < to; i++) {
                two[i].run();
            }
        }));
    }

    @Test
    void afterAFailureNoOtherItemIsBegun() {
        AtomicInteger begun = new AtomicInteger();
        assertThatThrownBy(() -> Cores.each(10_000, i -> {
                    begun.incrementAndGet();
                    if (i == 0) {
                        throw new IllegalStateException("item " + i);
                    }
                    rest(1);
                }))
                .isInstanceOf(IllegalStateException.class);
        assertThat(begun.get()).isLessThan(1000);
        assertThatThrownBy(() -> Cores.split(1000, 1, (from, to) -> {
                    throw new AssertionError("an error stays one");
                }))
                .isInstanceOf(AssertionError.class);
    }

    @Test
    void aPartOfAProgressFillsItsPart() {
        List<Double> told = new ArrayList<>();
        Progress whole = (done, what) -> told.add(done);
        Progress part = whole.part(0.5, 0.9);
        part.at(0, "begin");
        part.at(0.25, "on");
        part.part(0.5, 1).at(1, "end");
        assertThat(told)
                .usingElementComparator((a, b) -> Math.abs(a - b) < 1e-12 ? 0 : 1)
                .containsExactly(0.5, 0.6, 0.9);
        Progress stops = (done, what) -> {
            throw new CancellationException(what);
        };
        assertThatThrownBy(() -> stops.part(0, 1).at(0, "now"))
                .isInstanceOf(CancellationException.class)
                .hasMessage("now");
        Progress.NONE.at(1, "nobody hears");
    }
}
