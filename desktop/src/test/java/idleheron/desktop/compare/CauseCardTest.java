package idleheron.desktop.compare;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.Verdict;
import idleheron.core.compare.Comparison;
import idleheron.core.pair.LikelyCause;
import idleheron.core.remedy.space.BakeScale;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

class CauseCardTest {
    @BeforeAll
    static void toolkit() throws Exception {
        FxToolkit.registerPrimaryStage();
    }

    private static LikelyCause cause(String text, long before, long left) {
        return new LikelyCause("c", text, List.of(), before, left, new BakeScale());
    }

    private static List<String> told(List<LikelyCause> causes, boolean mended) throws Exception {
        return WaitForAsyncUtils.asyncFx(() -> {
                    CauseCard card = new CauseCard(x -> {}, () -> {}, () -> {});
                    Verdict v = causes.isEmpty() ? Verdict.CLEAN : Verdict.BROKEN;
                    card.show(new Comparison(v, List.of(), causes, List.of(), true), mended);
                    List<String> out = new ArrayList<>();
                    texts(card, out);
                    return out;
                })
                .get();
    }

    private static void texts(Node n, List<String> out) {
        if (n instanceof Label l) {
            out.add(l.getText());
        } else if (n instanceof Button b) {
            out.add(b.getText());
        } else if (n instanceof Parent p) {
            p.getChildrenUnmodifiable().forEach(c -> texts(c, out));
        }
    }

    @Test
    void theFiguresReadDownward() throws Exception {
        assertThat(told(List.of(cause("A", 403, 401), cause("B", 401, 0)), false))
                .containsExactly(
                        "Likely cause",
                        "A.",
                        "403 → 401",
                        "B.",
                        "401 → 0",
                        "After mending all, 0 of 403 figures are over tolerance.",
                        "Mend the returned file");
    }

    @Test
    void ofManyThoseThatExplainMostAreToldInTheirOrder() throws Exception {
        List<LikelyCause> many = new ArrayList<>();
        for (int i = 0; i < 7; i++) {
            many.add(cause("C" + i, 70 - 10 * i, i == 2 || i == 4 ? 69 - 10 * i : 60 - 10 * i));
        }
        assertThat(told(many, false))
                .contains("C0.", "C1.", "C3.", "C5.", "C6.")
                .doesNotContain("C2.", "C4.")
                .contains("2 smaller causes more. After mending all, 0 of 70 figures are over tolerance.");
    }

    @Test
    void whatWasMendedCanBeSaved() throws Exception {
        assertThat(told(List.of(), true))
                .contains("Mended: what is left is within tolerance.", "Save the mended file…");
        assertThat(told(List.of(), false)).doesNotContain("Save the mended file…");
    }
}
