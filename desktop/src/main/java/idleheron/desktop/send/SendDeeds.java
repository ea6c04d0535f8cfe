package idleheron.desktop.send;

import static idleheron.core.Messages.say;

import idleheron.app.OpenJob;
import idleheron.app.SendJob;
import idleheron.app.UsageException;
import idleheron.app.delivery.DeliveryList;
import idleheron.app.delivery.DeliverySettings;
import idleheron.app.delivery.DeliveryTree;
import idleheron.core.compare.Comparison;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.finding.Convention;
import idleheron.core.scene.Scene;
import idleheron.desktop.model.Bench;
import idleheron.desktop.model.BenchActions;
import idleheron.desktop.model.UserConventions;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.Target;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/** Writes what was made ready, or tells what would be written. */
final class SendDeeds {
    private final Bench bench;
    private final BenchActions deeds;
    private final Path conventions;

    /**
     * @param conventions where the user's own lie
     */
    SendDeeds(Bench bench, BenchActions deeds, Path conventions) {
        this.bench = bench;
        this.deeds = deeds;
        this.conventions = conventions;
    }

    /**
     * A file that was written and what came of reading it back.
     *
     * @param comparison what was to be written against what was read back
     */
    record Proved(Path file, Comparison comparison) {}

    /**
     * What is to be written and how.
     *
     * @param overwrite whether what is there may be replaced
     * @param listed whether a list is left from which it can be done again
     */
    record Order(Scene scene, DeliverySettings settings, Target target, boolean overwrite, boolean listed) {}

    /** Writes the prepared scene, reads every file back, and gives the proofs to {@code then}; the first file is the one sent. */
    void send(Order order, Consumer<List<Proved>> then) {
        record Sent(Asset asset, List<Proved> proofs, List<String> left) {}
        Crossing c = bench.crossing().get();
        SendJob job = job(c, order, order.overwrite());
        deeds.workOut(
                "send",
                p -> {
                    if (order.listed()) {
                        if (sources(c).isEmpty()) {
                            throw new UsageException(say("desktop.send.SendDeeds.what-was-put-together-by-hand"));
                        }
                        SendJob.free(List.of(DeliveryList.beside(order.target().file())), order.overwrite(), List.of());
                    }
                    Delivery.Outcome done = job.run(order.scene(), p);
                    List<Proved> proofs = done.parts().stream()
                            .map(x -> new Proved(x.file(), x.proof()))
                            .toList();
                    Delivery.Part first = done.parts().getFirst();
                    if (!done.placed()) {
                        throw new IOException(say(
                                "desktop.send.SendDeeds.read-back-so-the-file-that",
                                first.file(),
                                first.proof().verdict().shown()));
                    }
                    if (order.listed()) {
                        list(c, order, done);
                    }
                    return new Sent(OpenJob.of(first.back(), first.file()), proofs, done.left());
                },
                s -> {
                    deeds.sent(s.asset());
                    then.accept(s.proofs());
                    if (!s.left().isEmpty()) {
                        deeds.tell(String.join("; ", s.left()) + ".");
                    }
                });
    }

    /** Leaves the list of what was written. */
    private void list(Crossing c, Order order, Delivery.Outcome done) throws IOException {
        Convention to = c.destination();
        DeliveryList.of(
                        DeliveryList.listed(sources(c)),
                        order.target(),
                        to == null ? "" : UserConventions.named(to, conventions),
                        c.remedies(),
                        order.settings(),
                        done)
                .write();
    }

    /** Gives every file that sending would write, with what becomes of it, as a tree to {@code then}; nothing is written. */
    void preview(Order order, Consumer<List<String>> then) {
        SendJob job = job(bench.crossing().get(), order, true);
        Path file = order.target().file();
        deeds.workOut(
                "preview",
                p -> DeliveryTree.lines(file, job.tried(order.scene(), p).files()),
                then);
    }

    /** The files that reading again would give the same. */
    private static List<Path> sources(Crossing c) {
        Asset original = c.original();
        return original == null
                ? List.of()
                : original.sources().stream().map(Path::of).toList();
    }

    private static SendJob job(Crossing c, Order order, boolean overwrite) {
        Asset original = c.original();
        List<Path> known = sources(c);
        List<Path> read = original == null || !known.isEmpty() ? known : List.of(Path.of(original.path()));
        return new SendJob(
                folder(original),
                read,
                order.settings().delivery(c.destination(), order.scene()),
                order.target(),
                overwrite);
    }

    private static @Nullable Path folder(@Nullable Asset original) {
        return original == null
                ? null
                : Path.of(original.path()).toAbsolutePath().getParent();
    }
}
