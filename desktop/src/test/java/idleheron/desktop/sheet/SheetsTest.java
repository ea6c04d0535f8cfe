package idleheron.desktop.sheet;

import static org.assertj.core.api.Assertions.assertThat;

import idleheron.core.inspect.Inspection;
import idleheron.desktop.OpenWindow;
import idleheron.desktop.Reader;
import idleheron.desktop.model.HelpPages;
import idleheron.rehearsal.MadeDemo;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.TableView;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.TreeTableView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.util.WaitForAsyncUtils;

/** The sheets that are laid over the bench, in a real window. */
class SheetsTest {
    @TempDir
    static Path demo;

    @RegisterExtension
    final OpenWindow open = new OpenWindow(() -> demo, true);

    private final FxRobot robot = new FxRobot();
    private final Reader window = new Reader(robot);

    @BeforeAll
    static void data() throws Exception {
        MadeDemo.into(demo);
    }

    @BeforeEach
    void open() throws Exception {
        Reader.until("the postwoman is looked over", () -> window.reads("rigged character"));
    }

    private TextField field(String name) {
        return robot.lookup((Node n) -> n instanceof TextField t && name.equals(t.getAccessibleText()))
                .queryAs(TextField.class);
    }

    private void escape() throws Exception {
        robot.press(KeyCode.ESCAPE).release(KeyCode.ESCAPE);
        WaitForAsyncUtils.waitForFxEvents();
    }

    private void bring() throws Exception {
        open.takeReturned(demo.resolve("postwoman_from_alder.fbx"));
        Reader.until("the verdict is there", () -> window.reads("Broken") && window.reads("Likely cause"));
    }

    @Test
    void theFileAsStoredIsSearched() throws Exception {
        window.press("The file as stored");
        Reader.until("its parts", () -> window.reads("every part with its type"));
        TreeTableView<?> tree = robot.lookup(
                        (Node n) -> n instanceof TreeTableView && n.getParent() instanceof OutlineSheet)
                .queryAs(TreeTableView.class);
        int before = tree.getExpandedItemCount();
        assertThat(before).isGreaterThan(5);
        robot.interact(() -> field("Find a name or a value").setText("GlobalSettings"));
        Reader.until("a hit", () -> window.reads("hits"));
        assertThat(tree.getExpandedItemCount()).isLessThan(before);
        escape();
        assertThat(window.reads("every part with its type")).isFalse();
    }

    @Test
    void aFindingLeadsToItsPageAndEveryPageIsReached() throws Exception {
        robot.interact(() -> robot.lookup(
                        (Node n) -> n instanceof Button b && "What this is about".equals(b.getAccessibleText()))
                .queryAllAs(Button.class)
                .iterator()
                .next()
                .fire());
        Reader.until("the page", () -> window.reads("A scale left on a node"));
        escape();
        robot.press(KeyCode.F1).release(KeyCode.F1);
        Reader.until("help", () -> window.flows("1 to 6 open the six steps"));
        assertThat(window.flows("On Compare: hold the pointer")).isTrue();
        assertThat(Inspection.ruleCount()).isPositive();
        assertThat(HelpPages.all())
                .hasSizeGreaterThan(25)
                .allSatisfy(p -> assertThat(p.paragraphs()).isNotEmpty());
    }

    @Test
    void matchingAndTolerancesChangeTheVerdictAndAreUndone() throws Exception {
        bring();
        window.press("Tolerances");
        robot.interact(() -> field("Normal").setText("none"));
        window.press("Use these");
        assertThat(window.reads("normal: expected a number from 0")).isTrue();
        robot.interact(() -> field("Normal").setText("1"));
        window.press("Use these");
        Reader.until("used", () -> window.reads("Compared under these."));
        escape();
        Reader.until("compared again", () -> window.hasButton("Matching") && !window.reads("Comparing"));
        window.press("Matching");
        Reader.until("the table", () -> window.reads("What belongs to what"));
        TableView<?> rows = robot.lookup(
                        (Node n) -> n instanceof TableView && n.getStyleClass().contains("evidence"))
                .match((Node n) -> ((TableView<?>) n).getColumns().size() == 4
                        && "returned"
                                .equals(((TableView<?>) n).getColumns().get(2).getText()))
                .queryAs(TableView.class);
        int all = rows.getItems().size();
        robot.interact(() -> robot.lookup(
                        (Node n) -> n instanceof CheckBox c && c.getText().startsWith("Only without"))
                .queryAs(CheckBox.class)
                .fire());
        assertThat(rows.getItems()).hasSizeLessThan(all).hasSizeGreaterThan(5);
        escape();
    }

    @Test
    void aConventionIsEditedKeptAndUsed() throws Exception {
        robot.press(KeyCode.DIGIT3).release(KeyCode.DIGIT3);
        Reader.until("remedies are offered", () -> window.reads("Offered"));
        window.press("Edit a copy");
        Reader.until("the text", () -> window.reads("Reads well"));
        TextArea text =
                robot.lookup((Node n) -> n instanceof TextArea && n.isVisible()).queryAs(TextArea.class);
        String right = text.getText();
        robot.interact(() -> text.setText(right.replace("[stage]", "[stage]\ncolour = 3")));
        Reader.until("the slip is told", () -> window.reads("colour"));
        robot.interact(() -> text.setText(
                right.replace("title = ", "title = \"Marsh \" # ").replace("influences = 4", "influences = 3")));
        Reader.until("it reads", () -> window.reads("Reads well: Marsh"));
        robot.interact(() -> field("Name of the copy").setText("marsh"));
        window.press("Keep and use");
        Path kept = demo.resolve("own/conventions/marsh.toml");
        Reader.until("it is kept", () -> Files.exists(kept));
        Reader.until(
                "three influences are asked",
                () -> window.reads("Keep 3 influences") || window.hasButton("Keep 3 influences"));
    }

    @Test
    void aRemedyIsSwitchedOffInItsPlaceAndARecipeIsSaved() throws Exception {
        robot.press(KeyCode.DIGIT3).release(KeyCode.DIGIT3);
        Reader.until("remedies are offered", () -> window.reads("Offered"));
        window.press("Take all");
        Reader.until("the picture did not move", () -> window.reads("The picture did not move"));
        CheckBox first = robot.lookup((Node n) ->
                        n instanceof CheckBox c && "Whether this remedy is applied".equals(c.getAccessibleText()))
                .queryAllAs(CheckBox.class)
                .iterator()
                .next();
        robot.interact(first::fire);
        Reader.until("it is off", () -> window.reads("Switched off."));
        window.press("Save as recipe");
        Reader.until("it is saved", () -> window.reads("The recipe is in"));
        assertThat(Files.readString(demo.resolve("postwoman.recipe.json"))).contains("idle-heron/recipe/2");
    }
}
