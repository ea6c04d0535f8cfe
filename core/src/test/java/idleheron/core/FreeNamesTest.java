package idleheron.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

class FreeNamesTest {
    /** A name that was made up is taken as well. */
    @Test
    void everyNameIsOnlyOnceThere() {
        Set<String> taken = new HashSet<>();
        List<String> out = new ArrayList<>();
        for (String s : List.of("sail", "sail_2", "sail", "mast", "sail")) {
            out.add(FreeNames.free(s, taken));
        }
        assertThat(out).containsExactly("sail", "sail_2", "sail_3", "mast", "sail_4");
        assertThat(taken).containsExactlyInAnyOrderElementsOf(out);
    }
}
