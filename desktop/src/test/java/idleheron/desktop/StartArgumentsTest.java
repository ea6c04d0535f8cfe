package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

class StartArgumentsTest {
    @Test
    void theDemoBeginsWithItsFigureAndOneFileWithItself() {
        assertThat(new StartArguments(List.of("--demo", "low-tide")).first())
                .isEqualTo(Path.of("low-tide", "postwoman.fbx"));
        assertThat(new StartArguments(List.of("--demo", "low-tide")).demo()).isEqualTo(Path.of("low-tide"));
        assertThat(new StartArguments(List.of("kite.abc")).first()).isEqualTo(Path.of("kite.abc"));
    }

    @Test
    void ofNoneOrSeveralNoneComesFirst() {
        assertThat(new StartArguments(List.of()).first()).isNull();
        assertThat(new StartArguments(List.of("a.fbx", "b.fbx")).first()).isNull();
        assertThat(new StartArguments(List.of("--demo")).demo()).isNull();
    }
}
