package idleheron.desktop;

import static idleheron.core.Messages.say;

import idleheron.app.round.RoundFile;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.Step;
import idleheron.desktop.round.RoundDeeds;
import idleheron.desktop.send.AgainDeeds;
import idleheron.formats.SceneFiles;
import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.Scene;
import javafx.scene.input.TransferMode;

/** What becomes of files that are dropped on the window, named when it is started, or chosen. */
final class Arrivals {
    private final Bench bench;
    private final BenchActions deeds;
    private final AgainDeeds again;
    private final RoundDeeds rounds;

    Arrivals(Bench bench, BenchActions deeds, AgainDeeds again, RoundDeeds rounds) {
        this.bench = bench;
        this.deeds = deeds;
        this.again = again;
        this.rounds = rounds;
    }

    void listen(Scene scene) {
        scene.setOnDragOver(e -> {
            if (e.getDragboard().hasFiles()) {
                e.acceptTransferModes(TransferMode.COPY);
            }
        });
        scene.setOnDragDropped(e -> {
            if (e.getDragboard().hasFiles()) {
                dropped(e.getDragboard().getFiles().stream().map(File::toPath).toList());
                e.setDropCompleted(true);
            }
        });
    }

    /** One that comes when something was sent is what came back. */
    private void dropped(List<Path> files) {
        Path first = files.getFirst();
        boolean sent = bench.step().get().compareTo(Step.SEND) >= 0
                && bench.crossing().get().original() != null;
        if (files.size() == 1 && sent && !isOwn(first)) {
            oneOrRound(first, deeds::openReturned);
        } else {
            named(files);
        }
    }

    /** Several are one asset or a round, a folder is a round, and one goes to the bench. */
    void named(List<Path> files) {
        Path first = files.getFirst();
        if (files.size() > 1) {
            rounds.ask(files);
        } else if (again.isList(first)) {
            again.show(first);
        } else if (RoundFile.isOne(first)) {
            rounds.open(first);
        } else {
            oneOrRound(first, deeds::open);
        }
    }

    private boolean isOwn(Path file) {
        return again.isList(file) || RoundFile.isOne(file);
    }

    /** A folder of files is a round; one of numbered files that are one asset is that asset, which takes a look into it. */
    private void oneOrRound(Path file, Consumer<Path> one) {
        if (!Files.isDirectory(file)) {
            one.accept(file);
            return;
        }
        deeds.workOut(say("desktop.Arrivals.look-into-the-folder"), p -> SceneFiles.isSeveral(file), several -> {
            if (several) {
                one.accept(file);
            } else {
                rounds.of(List.of(file));
            }
        });
    }
}
