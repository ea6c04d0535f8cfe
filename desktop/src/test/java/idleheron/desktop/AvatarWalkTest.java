package idleheron.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.rehearsal.MadeDemo;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;

/** An avatar from elsewhere: its roles mended by hand and its terms said, in a real window. */
class AvatarWalkTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, false);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        MadeDemo.into(demo);
    }

    @SuppressWarnings("unchecked")
    private ComboBox<String> choice(String called) {
        return robot.lookup((Node n) -> n instanceof ComboBox<?> c && called.equals(c.getAccessibleText()))
                .queryAs(ComboBox.class);
    }

    private TextField field(String called) {
        return robot.lookup((Node n) -> n instanceof TextField t && called.equals(t.getAccessibleText()))
                .queryAs(TextField.class);
    }

    private void prepare() throws Exception {
        open.open(demo.resolve(DemoData.AVATAR_RETURNED));
        Reader.until("it is looked over", () -> window.reads("No joint is the right hand"));
        robot.press(KeyCode.DIGIT3).release(KeyCode.DIGIT3);
        Reader.until("roles can be given", () -> window.hasButton("Roles…"));
    }

    @Test
    void rolesAreGivenByHandAndKeptAndTermsAreSaid() throws Exception {
        prepare();
        window.press("Roles…");
        Reader.until("roles are found", () -> window.reads("50 roles of 55 given."));
        assertThat(choice("Joint of the right hand").getValue()).isEqualTo("hand_r");
        robot.interact(() -> choice("Joint of the jaw").setValue("hand_r"));
        assertThat(window.reads("missing: right hand")).isTrue();
        assertThat(choice("Joint of the right hand").getValue()).isEqualTo("no joint");
        robot.interact(() -> choice("Joint of the right hand").setValue("hand_r"));
        robot.interact(() -> choice("Joint of the jaw").setValue("head_tip"));
        window.press("Give these");
        Reader.until("it is a remedy", () -> window.reads("Sets the joints of 1 role"));

        window.press("Terms…");
        assertThat(window.reads("Still to be set: name, authors, license url")).isTrue();
        robot.interact(() -> field("name").setText("Postwoman"));
        robot.interact(() -> field("authors").setText("Mira; Low Tide Post"));
        window.press("The standard's");
        robot.interact(() -> choice("commercial usage").setValue("personalProfit"));
        assertThat(window.reads("All required terms are set.")).isTrue();
        window.press("Keep as the house's");
        window.press("Set these");
        Reader.until("they are remedies", () -> window.reads("authors: Mira; Low Tide Post"));
        assertThat(window.reads("commercialUsage: personalProfit")).isTrue();
        assertThat(Files.readString(demo.resolve("own/avatars.json")))
                .contains("Mira")
                .doesNotContain("\"name\"");

        prepare();
        window.press("Roles…");
        Reader.until("roles are found", () -> window.reads("roles of 55 given"));
        assertThat(window.reads("As set by hand for a rig with the same joints."))
                .isTrue();
        assertThat(choice("Joint of the jaw").getValue()).isEqualTo("head_tip");
        window.press("As found");
        assertThat(choice("Joint of the jaw").getValue()).isEqualTo("no joint");
        window.press("Close");
        window.press("Terms…");
        assertThat(field("authors").getText()).as("nothing is made up").isEmpty();
        window.press("Take the house's");
        assertThat(field("authors").getText()).isEqualTo("Mira; Low Tide Post");
        assertThat(choice("commercial usage").getValue()).isEqualTo("personalProfit");
        assertThat(field("name").getText()).isEmpty();
    }
}
