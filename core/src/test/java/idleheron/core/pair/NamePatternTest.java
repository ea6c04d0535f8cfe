package idleheron.core.pair;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NamePatternTest {
    private static List<String> words(String text) {
        return Arrays.asList(text.split(" ", -1));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "hips spine head|imp_hips imp_spine imp_head|have the prefix \"imp_\"",
                "hips spine head|hips_JNT spine_JNT head_JNT|have the suffix \"_JNT\"",
                "rig_hips rig_spine rig_head|hips spine head|lost the prefix \"rig_\"",
                "hips_jnt spine_jnt head_jnt|hips spine head|lost the suffix \"_jnt\"",
                "rig_hips rig_spine rig_head|Bip_hips Bip_spine Bip_head|have \"Bip\" in the place of \"rig\"",
                "arm_l.1 arm_l.2 leg-r.1|ARM-L-1 ARM-L-2 LEG-R-1|are written with other separators or capitals",
                "marsh:hips marsh:spine|imp_hips imp_spine|have the prefix \"imp_\""
            })
    void oneRuleOverAllNamesIsFound(String before, String after, String text) {
        NamePattern p = NamePattern.of(words(before), words(after));
        assertThat(p).isNotNull();
        assertThat(Objects.requireNonNull(p).text()).isEqualTo(text);
        for (int i = 0; i < words(before).size(); i++) {
            assertThat(p.pairs())
                    .containsEntry(words(before).get(i), words(after).get(i));
        }
    }

    @Test
    void namesThatShareNoRuleAreLeftToOtherSigns() {
        assertThat(NamePattern.of(words("hips spine head"), words("Bone1 Bone2 Bone3")))
                .isNull();
        assertThat(NamePattern.of(words("hips"), words("imp_hips")))
                .as("one name is no rule")
                .isNull();
        assertThat(NamePattern.of(words("hips spine head neck jaw"), words("imp_hips imp_spine other more some")))
                .as("two of five")
                .isNull();
    }

    @Test
    void namesThatWouldShareAPartnerHaveNone() {
        NamePattern p = NamePattern.of(words("Hips hips spine head"), words("x_hips x_spine x_head"));
        assertThat(Objects.requireNonNull(p).pairs())
                .containsEntry("spine", "x_spine")
                .containsEntry("head", "x_head");
        assertThat(p.pairs().values()).doesNotHaveDuplicates();
    }
}
