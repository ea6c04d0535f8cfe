package idleheron.cli.words;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Messages;
import java.util.Collections;
import java.util.List;
import java.util.MissingResourceException;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.Test;

class OptionTextsTest {
    private final OptionTexts texts = new OptionTexts();

    @Test
    void aCommandAndAnOptionHaveTheTextsOfTheirMessages() {
        assertThat(texts.getString("heron.check.usage.description")).isEqualTo(Messages.say("cli.usage.check"));
        assertThat(texts.getString("heron.usage.description")).isEqualTo(Messages.say("cli.usage.heron"));
        assertThat(texts.getString("heron.pictures.usage.description.0")).endsWith("wrong with them.");
        assertThat(texts.getString("heron.pictures.usage.description.1")).startsWith("With --out");
        assertThat(texts.getString("cli.Reading.of-a-damaged-file-what-is")).startsWith("of a damaged file");
        Assertions.assertThatThrownBy(() -> texts.getString("heron.check.usage.footer"))
                .isInstanceOf(MissingResourceException.class);
    }

    @Test
    void everyKeyThatItNamesHasAText() {
        List<String> keys = Collections.list(texts.getKeys());
        assertThat(keys).hasSizeGreaterThanOrEqualTo(Messages.all("cli").size()).doesNotHaveDuplicates();
        assertThat(keys).allSatisfy(k -> assertThat(texts.getString(k)).isNotBlank());
    }
}
