package idleheron.desktop.sheet;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.desktop.model.HelpPages;
import java.util.List;
import org.junit.jupiter.api.Test;

class HelpTextTest {
    @Test
    void namesAreStrongAndTextToTypeIsInTheFontOfFigures() {
        assertThat(HelpText.runs("On *Compare* give `--rescue`, or 2 * 3."))
                .isEqualTo(List.of(
                        new HelpText.Run("On ", "plain"),
                        new HelpText.Run("Compare", "strong"),
                        new HelpText.Run(" give ", "plain"),
                        new HelpText.Run("--rescue", "figure"),
                        new HelpText.Run(", or 2 * 3.", "plain")));
    }

    @Test
    void noMarkIsLeftOnAnyPage() {
        assertThat(HelpPages.all())
                .flatExtracting(HelpPages.Page::paragraphs)
                .allSatisfy(p -> assertThat(HelpText.runs(p))
                        .allSatisfy(r -> assertThat(r.text()).doesNotContain("*", "`")));
    }
}
