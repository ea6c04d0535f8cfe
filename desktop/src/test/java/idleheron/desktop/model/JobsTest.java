package idleheron.desktop.model;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.job.Progress;
import idleheron.desktop.Reader;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

/** Work that ends badly ends: the window hears of it and is busy no more. */
class JobsTest {
    @BeforeAll
    static void toolkit() throws Exception {
        FxToolkit.registerPrimaryStage();
    }

    @Test
    void anErrorEndsTheWorkAndIsTold() throws Exception {
        List<Throwable> told = Collections.synchronizedList(new ArrayList<>());
        Jobs jobs = WaitForAsyncUtils.asyncFx(() -> new Jobs(told::add)).get();
        for (Throwable t : new Throwable[] {
            new StackOverflowError("deep"), new OutOfMemoryError("wide"), new IllegalStateException("odd")
        }) {
            WaitForAsyncUtils.asyncFx(() -> jobs.run(
                            "work",
                            p -> {
                                if (t instanceof Error e) {
                                    throw e;
                                }
                                throw (RuntimeException) t;
                            },
                            done -> told.add(new AssertionError("it did not end well"))))
                    .get();
            Reader.until("the end of " + t, () -> !jobs.busy().get());
        }
        assertThat(told).extracting(Throwable::getMessage).containsExactly("deep", "wide", "odd");
        List<String> values = new ArrayList<>();
        WaitForAsyncUtils.asyncFx(() -> jobs.run("work", p -> "well", values::add))
                .get();
        Reader.until("the next work", () -> !values.isEmpty());
    }

    @Test
    void whatIsHeldBackWaitsForTheBeginning() throws Exception {
        Jobs jobs = WaitForAsyncUtils.asyncFx(() -> new Jobs(e -> {})).get();
        List<String> order = Collections.synchronizedList(new ArrayList<>());
        WaitForAsyncUtils.asyncFx(() -> {
                    jobs.hold();
                    jobs.run("open", p -> "open", order::add);
                })
                .get();
        Thread.sleep(200);
        WaitForAsyncUtils.waitForFxEvents();
        assertThat(order).isEmpty();
        assertThat(jobs.busy().get()).isTrue();
        jobs.begin();
        Reader.until("the work", () -> order.equals(List.of("open")));
    }

    @Test
    void whatCanBeDoneLaterGivesWayAndBeginsAgain() throws Exception {
        Jobs jobs = WaitForAsyncUtils.asyncFx(() -> new Jobs(e -> {})).get();
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch go = new CountDownLatch(1);
        List<String> order = new ArrayList<>();
        WaitForAsyncUtils.asyncFx(() -> {
                    jobs.later("picture", p -> held(p, begun, go, "picture"), order::add);
                    jobs.later("other picture", p -> "other picture", order::add);
                })
                .get();
        assertThat(begun.await(20, TimeUnit.SECONDS)).isTrue();
        WaitForAsyncUtils.asyncFx(() -> jobs.run("open", p -> "open", order::add))
                .get();
        Reader.until("the file is open while the pictures wait", () -> order.contains("open"));
        assertThat(order).doesNotContain("picture");
        go.countDown();
        Reader.until("the pictures come after it", () -> order.size() == 3);
        assertThat(order.getFirst()).isEqualTo("open");
        assertThat(order).contains("picture", "other picture");
        Reader.until("all is done", () -> !jobs.busy().get());
    }

    @Test
    void whatIsStoppedOrFailsIsLeftAndWhatIsAskedForAgainIsNot() throws Exception {
        Jobs jobs = WaitForAsyncUtils.asyncFx(() -> new Jobs(e -> {})).get();
        List<String> told = new ArrayList<>();
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch go = new CountDownLatch(1);
        WaitForAsyncUtils.asyncFx(() -> jobs.run(
                        "compare", p -> held(p, begun, go, "first"), told::add, () -> told.add("first was left")))
                .get();
        assertThat(begun.await(20, TimeUnit.SECONDS)).isTrue();
        WaitForAsyncUtils.asyncFx(
                        () -> jobs.run("compare", p -> "second", told::add, () -> told.add("second was left")))
                .get();
        Reader.until("the second", () -> !jobs.busy().get());
        assertThat(told).containsExactly("second");
        WaitForAsyncUtils.asyncFx(() -> {
                    jobs.run("compare", p -> "third", told::add, () -> told.add("third was left"));
                    jobs.cancel(); // before it can have ended: that is heard of on this thread
                })
                .get();
        Reader.until("the third", () -> !jobs.busy().get());
        assertThat(told).containsExactly("second", "third was left");
        Jobs.Work<String> fails = p -> {
            throw new IllegalStateException("no");
        };
        WaitForAsyncUtils.asyncFx(() -> jobs.run("compare", fails, told::add, () -> told.add("fourth was left")))
                .get();
        Reader.until("the fourth", () -> !jobs.busy().get());
        assertThat(told).endsWith("third was left", "fourth was left");
        go.countDown();
    }

    /** Work that says when it has begun and goes on until it is stopped or let go. */
    private static String held(Progress p, CountDownLatch begun, CountDownLatch go, String what) throws Exception {
        begun.countDown();
        while (!go.await(5, TimeUnit.MILLISECONDS)) {
            p.at(0.5, what);
        }
        return what;
    }

    @Test
    void aCancelStopsWhatRunsAndWhatWaitsGoesOn() throws Exception {
        List<String> values = Collections.synchronizedList(new ArrayList<>());
        Jobs jobs = WaitForAsyncUtils.asyncFx(() -> new Jobs(t -> values.add("failed")))
                .get();
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch never = new CountDownLatch(1);
        WaitForAsyncUtils.asyncFx(() -> {
                    jobs.run("compare", p -> held(p, begun, never, "compared"), values::add);
                    jobs.run("report", p -> "reported", values::add);
                })
                .get();
        begun.await();
        WaitForAsyncUtils.asyncFx(jobs::cancel).get();
        Reader.until("the end of both", () -> !jobs.busy().get());
        assertThat(values).containsExactly("reported");
    }

    @Test
    void whatIsClosedStopsAndTakesNoMore() throws Exception {
        List<String> values = Collections.synchronizedList(new ArrayList<>());
        Jobs jobs = WaitForAsyncUtils.asyncFx(() -> new Jobs(t -> values.add("failed")))
                .get();
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch never = new CountDownLatch(1);
        WaitForAsyncUtils.asyncFx(() -> {
                    jobs.run("compare", p -> held(p, begun, never, "compared"), values::add);
                    jobs.run("report", p -> "reported", values::add);
                })
                .get();
        begun.await();
        WaitForAsyncUtils.asyncFx(() -> {
                    jobs.close();
                    jobs.run("open", p -> "opened", values::add);
                })
                .get();
        Reader.until("the end of all", () -> !jobs.busy().get());
        assertThat(values).isEmpty();
    }

    @Test
    void workAskedForAgainTakesThePlaceOfTheSameThatWaits() throws Exception {
        List<String> values = Collections.synchronizedList(new ArrayList<>());
        Jobs jobs = WaitForAsyncUtils.asyncFx(() -> new Jobs(t -> values.add("failed")))
                .get();
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch go = new CountDownLatch(1);
        WaitForAsyncUtils.asyncFx(() -> {
                    jobs.run("open", p -> held(p, begun, go, "opened"), values::add);
                    jobs.run("compare", p -> "compared first", values::add);
                    jobs.run("report", p -> "reported", values::add);
                    jobs.run("compare", p -> "compared again", values::add);
                })
                .get();
        begun.await();
        go.countDown();
        Reader.until("the end of all", () -> !jobs.busy().get());
        assertThat(values).containsExactly("opened", "reported", "compared again");
    }
}
