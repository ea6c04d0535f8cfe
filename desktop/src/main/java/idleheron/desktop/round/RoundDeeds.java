package idleheron.desktop.round;

import static idleheron.core.Messages.say;

import idleheron.app.Recipe;
import idleheron.app.round.PartFiles;
import idleheron.app.round.Round;
import idleheron.app.round.RoundExport;
import idleheron.app.round.RoundFile;
import idleheron.app.round.RoundItem;
import idleheron.app.round.RoundSummary;
import idleheron.app.round.RoundTerms;
import idleheron.core.finding.Convention;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.sheet.Sheets;
import idleheron.desktop.widget.Ui;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.Drafts;
import idleheron.rehearsal.Conventions;
import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.control.TextField;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;

/** All that a user can do to a round. It goes on when its sheet is closed, and is shown again as it is. */
public final class RoundDeeds {
    /** Between two looks at folders that are watched, milliseconds. */
    static final long LOOKS = 2000;

    static final String OTHER = say("desktop.round.RoundDeeds.a-recipe-of-your-own");
    private static final String NONE = say("desktop.round.RoundDeeds.no-remedies");
    private static final String BENCH = say("desktop.round.RoundDeeds.the-remedies-on-the-bench");
    private static final String AS_RECIPE = say("desktop.round.RoundDeeds.as-the-recipe-says");
    private static final String SAME = say("desktop.round.RoundDeeds.the-same-carrier");

    private final Bench bench;
    private final BenchActions deeds;
    private final Sheets sheets;
    private final RoundModel model = new RoundModel(Platform::runLater);
    private Path base = Path.of("").toAbsolutePath();
    private List<String> inputs = List.of();
    /** What a kept round says besides, and the sheet does not. */
    private String tolerances = "";

    private String variant = "";
    private String carrierOfVariant = SAME;
    private Asked asked = new Asked(NONE, AS_RECIPE, SAME, "");

    /** What the sheet begins with. */
    record Asked(String recipe, String destination, String carrier, String out) {}

    public RoundDeeds(Bench bench, BenchActions deeds, Sheets sheets) {
        this.bench = bench;
        this.deeds = deeds;
        this.sheets = sheets;
    }

    /** Asks whether several files are one asset or a round. */
    public void ask(List<Path> files) {
        VBox choices = Ui.column(
                10,
                choice(
                        say("desktop.round.RoundDeeds.one-asset-of-many-files"),
                        say("desktop.round.RoundDeeds.a-head-and-a-body-on"),
                        () -> {
                            sheets.close();
                            deeds.openTogether(files);
                        }),
                choice(
                        say("desktop.round.RoundDeeds.a-round"),
                        say("desktop.round.RoundDeeds.one-recipe-over-each-of-them"),
                        () -> of(files)));
        sheets.showSmall(
                say("desktop.round.RoundDeeds.several-files"),
                say("desktop.round.RoundDeeds.files-came-at-once", files.size()),
                choices);
    }

    /** Asks for a folder, and shows the round over its files. */
    public void choose() {
        DirectoryChooser d = new DirectoryChooser();
        d.setTitle(say("desktop.round.RoundDeeds.a-round-over-all-files-of"));
        File f = d.showDialog(sheets.getScene().getWindow());
        if (f != null) {
            of(List.of(f.toPath()));
        }
    }

    private static VBox choice(String title, String what, Runnable deed) {
        VBox v = Ui.column(4, Ui.button(title, what, deed, "strong-button"), Ui.wrapped(what, "second"));
        v.getStyleClass().addAll("card");
        return v;
    }

    /** A round over files and folders. */
    public void of(List<Path> files) {
        if (isBusy()) {
            return;
        }
        Path first = files.getFirst().toAbsolutePath().normalize();
        Path at = first.getParent();
        base = at == null ? first : at;
        tolerances = "";
        variant = "";
        inputs = files.stream()
                .map(f -> f.toAbsolutePath().normalize())
                .map(f -> f.startsWith(base) ? base.relativize(f) : f)
                .map(f -> f.toString().replace('\\', '/'))
                .toList();
        Path out = files.size() == 1 && Files.isDirectory(first)
                ? first.resolveSibling(first.getFileName() + "_ready")
                : base.resolve("ready");
        boolean remedies = !bench.crossing().get().remedies().isEmpty();
        asked = new Asked(remedies ? BENCH : NONE, AS_RECIPE, SAME, out.toString());
        show();
        model.load(of(asked, ""));
    }

    /** A round that was kept. */
    public void open(Path file) {
        if (isBusy()) {
            return;
        }
        deeds.workOut(say("desktop.round.RoundDeeds.a-round"), p -> RoundFile.read(file), this::open);
    }

    private void open(Round r) {
        if (isBusy()) { // begun while it was read
            return;
        }
        base = r.base();
        inputs = r.inputs();
        tolerances = r.tolerances();
        variant = r.variant();
        carrierOfVariant = r.carrier().isEmpty() ? SAME : r.carrier();
        asked = new Asked(
                r.recipe().isEmpty() ? NONE : r.recipe(),
                r.destination().isEmpty() ? AS_RECIPE : title(r.destination()),
                r.carrier().isEmpty() ? SAME : r.carrier(),
                r.folder().normalize().toString());
        show();
        model.load(of(asked, ""));
    }

    /** While a round is under way, that one is shown. */
    private boolean isBusy() {
        if (model.isRunning() || model.isWatching()) {
            show();
            deeds.tell(say("desktop.round.RoundDeeds.a-round-is-under-way-stop"));
            return true;
        }
        return false;
    }

    private void show() {
        sheets.showWide(
                say("desktop.round.RoundDeeds.a-round"),
                say("desktop.round.RoundDeeds.one-recipe-over-many-files-each"),
                new RoundSheet(model, this));
    }

    Asked asked() {
        return asked;
    }

    List<String> recipes() {
        List<String> out = new ArrayList<>(List.of(NONE));
        if (!bench.crossing().get().remedies().isEmpty()) {
            out.add(BENCH);
        }
        out.addAll(Recipe.SHIPPED);
        if (!out.contains(asked.recipe)) {
            out.add(asked.recipe);
        }
        out.add(OTHER);
        return out;
    }

    List<String> destinations() {
        List<String> out = new ArrayList<>(List.of(AS_RECIPE));
        Conventions.all().forEach(c -> out.add(c.title()));
        if (!out.contains(asked.destination)) {
            out.add(asked.destination);
        }
        return out;
    }

    List<String> carriers() {
        List<String> out = new ArrayList<>(List.of(SAME));
        SceneFiles.formats().forEach(f -> out.addAll(f.endings()));
        return out;
    }

    private static String title(String code) {
        Convention c = Conventions.named(code);
        return c == null ? code : c.title();
    }

    private static String code(String title) {
        return Conventions.all().stream()
                .filter(c -> c.title().equals(title))
                .map(Convention::code)
                .findFirst()
                .orElse(title);
    }

    /**
     * As it is asked for on the sheet. Where that is the remedies on the bench, they are written as a recipe into the folder that
     * the round keeps for itself.
     */
    void round(Asked now, Consumer<Round> then) {
        asked = now;
        if (now.recipe.equals(BENCH)) {
            byte[] text = deeds.saves().recipe().getBytes(StandardCharsets.UTF_8);
            Path file = PartFiles.folder(folder(now.out)).resolve("bench.recipe.json");
            Round round = of(now, file.toString());
            deeds.workOut(
                    say("desktop.round.RoundDeeds.a-round"),
                    p -> {
                        Drafts.write(file, true, List.of(), o -> o.write(text));
                        return round;
                    },
                    then);
        } else {
            then.accept(of(now, now.recipe.equals(NONE) ? "" : now.recipe));
        }
    }

    private Round of(Asked now, String recipe) {
        return new Round(
                base,
                inputs,
                recipe,
                now.destination.equals(AS_RECIPE) ? "" : code(now.destination),
                tolerances,
                folder(now.out),
                now.carrier.equals(SAME) ? "" : now.carrier,
                now.carrier.equals(carrierOfVariant) ? variant : "");
    }

    private Path folder(String out) {
        return base.resolve(out.isBlank() ? "ready" : out.strip());
    }

    RoundTerms terms() {
        return RoundTerms.usual().withResume(true);
    }

    /** Puts a file of the round on the bench with what the round does to it. */
    void open(RoundItem item, Asked now) {
        round(
                now,
                r -> deeds.workOut(
                        say("desktop.round.RoundDeeds.a-recipe"), p -> r.deed().recipe(), recipe -> {
                            sheets.close();
                            deeds.openWith(item.file(), recipe.destination(), recipe.remedies());
                        }));
    }

    void folder(TextField out) {
        DirectoryChooser d = new DirectoryChooser();
        d.setTitle(say("desktop.round.RoundDeeds.the-folder-they-go-to"));
        File f = d.showDialog(sheets.getScene().getWindow());
        if (f != null) {
            out.setText(f.toString());
        }
    }

    /** Asks for a recipe; "" where none is chosen. */
    String recipe() {
        return chosen(say("desktop.round.RoundDeeds.a-recipe"), "Recipes", "*.json", false);
    }

    private String chosen(String title, String what, String pattern, boolean save) {
        FileChooser f = new FileChooser();
        f.setTitle(title);
        f.getExtensionFilters().add(new FileChooser.ExtensionFilter(what, pattern));
        File file = save
                ? f.showSaveDialog(sheets.getScene().getWindow())
                : f.showOpenDialog(sheets.getScene().getWindow());
        return file == null ? "" : file.toString();
    }

    void keep(Asked now) {
        String file = chosen(say("desktop.round.RoundDeeds.keep-this-round"), "Rounds", "*" + RoundFile.ENDING, true);
        if (!file.isEmpty()) {
            round(now, r -> write(() -> RoundFile.write(r, Path.of(file)), file));
        }
    }

    void export(RoundSummary summary, Asked now) {
        FileChooser f = new FileChooser();
        f.setTitle(say("desktop.round.RoundDeeds.export-the-summary"));
        for (String kind : RoundExport.KINDS) {
            f.getExtensionFilters().add(new FileChooser.ExtensionFilter(kind.substring(1), "*" + kind));
        }
        File file = f.showSaveDialog(sheets.getScene().getWindow());
        if (file != null) {
            round(now, r -> write(() -> RoundExport.write(summary, r.text(), file.toPath()), file.toString()));
        }
    }

    /** Writes a file. */
    private interface Writing {
        void run() throws IOException;
    }

    private void write(Writing writing, String file) {
        deeds.workOut(
                "write",
                p -> {
                    writing.run();
                    return file;
                },
                f -> deeds.tell(say("desktop.round.RoundDeeds.written", f)));
    }

    /** Stops what runs, as the window goes. */
    public void close() {
        model.stop();
    }
}
