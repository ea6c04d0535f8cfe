package idleheron.desktop;

import idleheron.core.Messages;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.rehearsal.Conventions;
import idleheron.rehearsal.StandIn;
import idleheron.rehearsal.demo.DemoData;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Control;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

/**
 * A window whose texts are all in a made-up language, a third longer, as a process of its own: prints every text that is not of
 * that language, and all that is wrong with the layout.
 */
final class PseudoWindow {
    /** Keys, carriers, units and the name of the program: the same in every language. */
    private static final Set<String> SAME = Set.of(
            "Idle",
            "Heron",
            "Ctrl",
            "Shift",
            "Esc",
            "Home",
            "Alt",
            "FBX",
            "USD",
            "OpenVDB",
            "Alembic",
            "OBJ",
            "Motion",
            "Ogawa",
            "Toy",
            "blosc",
            "active",
            "values",
            "float",
            "vec",
            "glTF",
            "CSV",
            "JSON",
            "HTML",
            "PDF",
            "binary",
            "text",
            "sequence",
            "avatar",
            "GPU");

    private static final Pattern WORD = Pattern.compile("[A-Za-z]{3,}");
    private static final Pattern KEPT = Pattern.compile("\\{\\d+}|%[-+0-9.,]*[a-zA-Z%]|\\\\.|<[^>]*>");

    private final FxRobot robot = new FxRobot();
    private final Set<String> hard = new TreeSet<>();
    private final Set<String> names = new HashSet<>(SAME);

    private PseudoWindow() {}

    /** A text of the language. */
    static String text(String english) {
        StringBuilder out = new StringBuilder();
        Matcher m = KEPT.matcher(english);
        int at = 0;
        while (m.find()) {
            out.append(accented(english.substring(at, m.start()))).append(m.group());
            at = m.end();
        }
        out.append(accented(english.substring(at)));
        int more = english.strip().length() / 3;
        boolean end = english.endsWith(" ");
        return (end ? out.substring(0, out.length() - 1) : out) + "~".repeat(more) + (end ? " " : "");
    }

    private static String accented(String s) {
        return s.replace('a', 'á')
                .replace('e', 'é')
                .replace('i', 'í')
                .replace('o', 'ó')
                .replace('u', 'ú')
                .replace('y', 'ý')
                .replace('A', 'Á')
                .replace('E', 'É')
                .replace('I', 'Í')
                .replace('O', 'Ó')
                .replace('U', 'Ú');
    }

    /** All texts of all modules, as a second language is kept. */
    static void write(Path to) throws Exception {
        StringBuilder out = new StringBuilder();
        for (String module : List.of("core", "formats", "app", "report", "rehearsal", "desktop")) {
            Messages.all(module)
                    .forEach((k, v) -> out.append(k)
                            .append(" = ")
                            .append(text(v.replace("\\", "\\\\").replace("\n", "\\n"))
                                    .replaceFirst("^ ", "\\\\ "))
                            .append('\n'));
        }
        Files.writeString(to, out);
    }

    public static void main(String[] args) throws Exception {
        PseudoWindow w = new PseudoWindow();
        try {
            w.walk(Path.of(args[0]));
        } catch (Throwable e) {
            w.hard.add("FAILED " + e);
        }
        w.hard.forEach(System.out::println);
        System.out.flush();
        Runtime.getRuntime().halt(0);
    }

    private void walk(Path demo) throws Exception {
        Conventions.all().forEach(c -> learn(c.title()));
        StandIn.all().forEach(s -> learn(s.title()));
        FxToolkit.registerPrimaryStage();
        HeronApp app = (HeronApp) FxToolkit.setupApplication(HeronApp.class);
        robot.interact(() -> {
            Stage s = (Stage) robot.listWindows().getFirst();
            s.setWidth(1280);
            s.setHeight(800);
        });
        look("empty");
        story(app, demo, DemoData.SENT, "postwoman_from_alder.fbx");
        story(app, demo, DemoData.SMOKE, DemoData.SMOKE_RETURNED);
        story(app, demo, DemoData.REEDS, DemoData.REEDS_RETURNED);
    }

    private void story(HeronApp app, Path demo, String sent, String returned) throws Exception {
        for (String f : List.of(sent, returned)) {
            Scene s = SceneFiles.read(demo.resolve(f), Progress.NONE).scene();
            learn(f + " " + s.name() + " " + s.stage().writer() + " " + demo.getFileName());
            s.nodes().forEach(n -> learn(n.name()));
            s.clips().forEach(c -> learn(c.name()));
            s.meshes().forEach(m -> {
                learn(m.name());
                m.shapes().forEach(k -> learn(k.name()));
            });
            s.materials().forEach(m -> learn(m.name() + " " + m));
            s.volumes().forEach(v -> v.gridNames().forEach(this::learn));
            s.caches().forEach(c -> c.entries().forEach(e -> learn(e.path())));
        }
        robot.interact(() -> app.open(demo.resolve(sent)));
        Reader.until(sent + " is on the bench", () -> shown(sent));
        robot.interact(() -> app.takeReturned(demo.resolve(returned)));
        Reader.until(returned + " is on the bench", () -> shown(returned) && !busy());
        WaitForAsyncUtils.sleep(3, java.util.concurrent.TimeUnit.SECONDS);
        for (KeyCode stone : List.of(
                KeyCode.DIGIT1, KeyCode.DIGIT2, KeyCode.DIGIT3, KeyCode.DIGIT4, KeyCode.DIGIT5, KeyCode.DIGIT6)) {
            robot.press(stone).release(stone);
            look(sent + " " + stone.getName());
        }
    }

    private boolean shown(String text) {
        return robot.lookup((Node n) -> n instanceof Labeled l && text.equals(l.getText()))
                .tryQuery()
                .isPresent();
    }

    private boolean busy() {
        return robot.lookup((Node n) -> n.getStyleClass().contains("progress") && n.isVisible())
                .tryQuery()
                .isPresent();
    }

    private void learn(String text) {
        Matcher m = WORD.matcher(text);
        while (m.find()) {
            names.add(m.group());
        }
    }

    private void look(String where) {
        WaitForAsyncUtils.waitForFxEvents();
        robot.interact(() -> {
            Parent root = robot.listWindows().getFirst().getScene().getRoot();
            root.applyCss();
            root.layout();
            texts(root);
            Layouts.wrong(root).forEach(t -> hard.add("LAYOUT " + where + ": " + t));
        });
    }

    private void texts(Node n) {
        if (!n.isVisible()) {
            return;
        }
        if (n instanceof Labeled l) {
            word(l.getText());
        }
        if (n instanceof TextInputControl t) {
            word(t.getPromptText());
        }
        if (n instanceof Control c && c.getTooltip() != null) {
            word(c.getTooltip().getText());
        }
        if (n.getAccessibleText() != null) {
            word(n.getAccessibleText());
        }
        if (n instanceof Parent p) {
            p.getChildrenUnmodifiable().forEach(c -> texts(c));
        }
    }

    private void word(@Nullable String text) {
        if (text == null || text.contains("/") && !text.contains(" ")) {
            return;
        }
        Matcher m = WORD.matcher(text);
        while (m.find()) {
            boolean vowel = m.group().matches(".*[aeiouAEIOU].*");
            boolean inName = m.start() > 0 && "_/.".indexOf(text.charAt(m.start() - 1)) >= 0
                    || m.end() < text.length()
                            && "_/.".indexOf(text.charAt(m.end())) >= 0
                            && m.end() + 1 < text.length()
                            && Character.isLetterOrDigit(text.charAt(m.end() + 1));
            if (vowel && !inName && !names.contains(m.group()) && plainAround(text, m)) {
                hard.add("HARD " + m.group() + " in \"" + text + "\"");
            }
        }
    }

    /** Whether the letters beside the match are no accented ones, which would make it a part of a word of the language. */
    private static boolean plainAround(String text, Matcher m) {
        boolean before = m.start() > 0 && Character.isLetter(text.charAt(m.start() - 1));
        boolean after = m.end() < text.length() && Character.isLetter(text.charAt(m.end()));
        return !before && !after;
    }
}
