package idleheron.report.build;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class RulesTest {
    @Test
    void everyRowOfThePageIsARule() {
        List<Rules.Rule> all = Rules.all();
        assertThat(all)
                .contains(
                        new Rules.Rule(
                                "node-scale",
                                "will break",
                                "a scale other than 1 on or above joints or a skinned mesh",
                                "bake-scale when uniform"),
                        new Rules.Rule("nothing-skinned", "will break", "joints and meshes, but no skin", ""));
        assertThat(all).extracting(Rules.Rule::code).doesNotHaveDuplicates().hasSizeGreaterThan(150);
        assertThat(all)
                .extracting(Rules.Rule::code)
                .as("two of one row")
                .contains("budget-materials", "budget-triangles");
        assertThat(all).extracting(Rules.Rule::code).as("no losses").doesNotContain("joints-lost");
        assertThat(all)
                .allMatch(r -> List.of(r.severity().split(", ")).stream()
                        .allMatch(
                                s -> List.of("will break", "may drift", "note").contains(s)))
                .allMatch(r -> !r.means().isEmpty() && !r.means().contains("`"));
        assertThat(Rules.json().path("rules")).hasSize(all.size());
    }
}
