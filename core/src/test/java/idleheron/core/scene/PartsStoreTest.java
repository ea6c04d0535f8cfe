package idleheron.core.scene;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class PartsStoreTest {
    private static final PartKey<String> NAMES = new PartKey<>("names", String.class);
    private static final PartKey<Integer> SIZES = new PartKey<>("sizes", Integer.class);

    @Test
    void partsAreKeptByKindAndNotByName() {
        Parts p = Parts.NONE.with(NAMES, List.of("a", "b")).with(SIZES, List.of(3));
        assertThat(p.of(NAMES)).containsExactly("a", "b");
        assertThat(p.of(SIZES)).containsExactly(3);
        assertThat(p.of(new PartKey<>("names", String.class))).isEmpty();
        assertThat(Parts.NONE.of(NAMES)).isEmpty();
        assertThat(p).hasToString("{names=[a, b], sizes=[3]}");
    }

    @Test
    void aChangeLeavesTheFirstAsItWas() {
        List<String> given = new ArrayList<>(List.of("a"));
        Parts p = Parts.NONE.with(NAMES, given);
        given.add("b");
        Parts q = p.with(NAMES, List.of("c"));
        assertThat(p.of(NAMES)).containsExactly("a");
        assertThat(q.of(NAMES)).containsExactly("c");
        assertThatThrownBy(() -> p.of(NAMES).add("d")).isInstanceOf(UnsupportedOperationException.class);
    }

    @Test
    void noneOfAKindIsAsIfItWereNeverThere() {
        assertThat(Parts.NONE.with(NAMES, List.of("a")).with(NAMES, List.of()))
                .isEqualTo(Parts.NONE)
                .hasSameHashCodeAs(Parts.NONE);
    }

    @Test
    @SuppressWarnings({"unchecked", "rawtypes"})
    void whatIsOfAnotherTypeIsRefused() {
        List wrong = List.of(1);
        assertThatThrownBy(() -> Parts.NONE.with(NAMES, (List<String>) wrong)).isInstanceOf(ClassCastException.class);
    }

    @Test
    void twoAreJoinedKindByKind() {
        Parts a = Parts.NONE.with(NAMES, List.of("a"));
        Parts b = Parts.NONE.with(SIZES, List.of(1)).with(NAMES, List.of("b"));
        assertThat(a.and(b).of(NAMES)).containsExactly("a", "b");
        assertThat(b.and(a).of(NAMES)).containsExactly("b", "a");
        assertThat(a.and(b).of(SIZES)).containsExactly(1);
        assertThat(a).isNotEqualTo(b);
    }
}
