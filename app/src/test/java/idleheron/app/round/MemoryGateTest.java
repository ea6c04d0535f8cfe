package idleheron.app.round;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

class MemoryGateTest {
    private static final long GB = 1L << 30;

    @Test
    void bigFilesAreDoneAlone() {
        MemoryGate gate = new MemoryGate(GB);
        int small = gate.share(100_000);
        assertThat(small).isBetween(40, 60);
        assertThat(gate.share(10_000_000)).isGreaterThan(small).isLessThan(gate.all() / 2);
        assertThat(gate.share(27_000_000)).as("more than half").isEqualTo(gate.all());
        assertThat(gate.share(100_000_000)).isEqualTo(gate.all());
        assertThat(gate.share(Long.MAX_VALUE / 100)).isEqualTo(gate.all());
        assertThat(gate.all()).isEqualTo(716);
    }

    @Test
    void whoAsksForMoreThanThereIsWaits() throws InterruptedException {
        MemoryGate gate = new MemoryGate(GB);
        gate.take(gate.share(1000));
        CountDownLatch in = new CountDownLatch(1);
        Thread t = Thread.ofVirtual().start(() -> {
            try {
                gate.take(gate.all());
                in.countDown();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        });
        assertThat(in.await(100, TimeUnit.MILLISECONDS)).isFalse();
        gate.give(gate.share(1000));
        assertThat(in.await(10, TimeUnit.SECONDS)).isTrue();
        t.join();
    }
}
