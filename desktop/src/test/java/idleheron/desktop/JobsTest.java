package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
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
    void an_error_ends_the_work_and_is_told() throws Exception {
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
}
