package idleheron.desktop.send;

import static idleheron.core.Messages.say;

import idleheron.app.UsageException;
import idleheron.app.delivery.DeliveryList;
import idleheron.app.delivery.SendAgainJob;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.sheet.Sheets;
import idleheron.formats.spi.Delivery;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.function.Consumer;
import javafx.stage.FileChooser;
import org.jspecify.annotations.Nullable;

/** Does an earlier delivery again by the list that lies beside it. */
public final class AgainDeeds {
    private final BenchActions deeds;
    private final Sheets sheets;

    public AgainDeeds(BenchActions deeds, Sheets sheets) {
        this.deeds = deeds;
        this.sheets = sheets;
    }

    /** Whether a file is called as such lists are. */
    public boolean isList(Path file) {
        return file.toString().endsWith(DeliveryList.ENDING);
    }

    /** Shows the list that lies beside a target, or asks for one. */
    void choose(String target) {
        if (target.isBlank()) {
            ask();
            return;
        }
        Path beside = DeliveryList.beside(Path.of(target));
        deeds.workOut(say("desktop.send.AgainDeeds.send-again"), p -> Files.isRegularFile(beside), there -> {
            if (there) {
                show(beside);
            } else {
                ask();
            }
        });
    }

    private void ask() {
        FileChooser f = new FileChooser();
        f.setTitle(say("desktop.send.AgainDeeds.the-list-of-a-delivery"));
        f.getExtensionFilters().add(new FileChooser.ExtensionFilter("Deliveries", "*" + DeliveryList.ENDING));
        File chosen = f.showOpenDialog(sheets.getScene().getWindow());
        if (chosen != null) {
            show(chosen.toPath());
        }
    }

    /** Shows what a delivery would be again. */
    public void show(Path list) {
        String name = String.valueOf(list.getFileName());
        sheets.show(
                say("desktop.send.AgainDeeds.send-again"),
                say("desktop.send.AgainDeeds.what-differs-from-last-time-before", name),
                new AgainSheet(list, this));
    }

    /**
     * What came of looking ahead.
     *
     * @param ahead null where it cannot be done again
     * @param why it cannot
     */
    record Looked(SendAgainJob.@Nullable Ahead ahead, String why) {}

    /** What a delivery would be again; nothing is written. */
    void ahead(Path list, Consumer<Looked> then) {
        deeds.workOut(
                say("desktop.send.AgainDeeds.looking-ahead"),
                p -> {
                    try {
                        return new Looked(new SendAgainJob(DeliveryList.read(list)).ahead(p), "");
                    } catch (IOException | UsageException e) {
                        return new Looked(null, String.valueOf(e.getMessage()));
                    }
                },
                then);
    }

    /** Writes what was told. */
    void send(SendAgainJob.Ahead ahead, Consumer<Delivery.Outcome> then) {
        deeds.workOut(say("desktop.send.AgainDeeds.send-again-2"), ahead::send, then);
    }
}
