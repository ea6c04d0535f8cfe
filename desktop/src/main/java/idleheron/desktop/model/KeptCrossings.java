package idleheron.desktop.model;

import static idleheron.core.Messages.say;

import idleheron.app.CompareJob;
import idleheron.app.OpenJob;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.finding.Convention;
import idleheron.core.job.Progress;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import idleheron.rehearsal.Conventions;
import idleheron.report.CrossingFile;
import idleheron.report.RemedyJson;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Crossings as small files beside what was sent: kept when they are signed off, and opened again as they were. */
public final class KeptCrossings {
    /** How remedies are kept. */
    public static final RemedyJson FORM = new RemedyJson(SceneFiles.remedies());

    private final Bench bench;
    private final Jobs jobs;
    private final UndoStack undo;
    private final Settings settings;

    KeptCrossings(Bench bench, Jobs jobs, UndoStack undo, Settings settings) {
        this.bench = bench;
        this.jobs = jobs;
        this.undo = undo;
        this.settings = settings;
    }

    /** Keeps the crossing as a small file beside what was sent. */
    void keep() {
        Crossing c = bench.crossing().get();
        CompareJob.Result both = bench.compared().get();
        Asset sent = c.sent();
        if (sent != null) {
            Path file = CrossingFile.beside(Path.of(sent.path()).toAbsolutePath());
            Path folder = Objects.requireNonNull(file.getParent());
            CrossingFile content = CrossingFile.of(
                    c, both == null ? null : both.asItCame().comparison().verdict(), folder);
            jobs.run(
                    say("desktop.model.KeptCrossings.keep-the-crossing"),
                    p -> {
                        content.write(file, FORM);
                        return file;
                    },
                    done -> settings.remember(done));
        }
    }

    /** A file of a kept crossing, which may have been a rescued one. */
    private static Asset kept(Path file, Progress p) throws IOException {
        try {
            return OpenJob.of(file).run(p);
        } catch (FormatException e) {
            return OpenJob.of(file, true).run(p);
        }
    }

    /** Opens a kept crossing as it was: what was made ready and how, what was sent, what came back and its mends. */
    void open(Path file) {
        record Kept(Crossing crossing, boolean compared) {}
        jobs.run(
                say("desktop.model.KeptCrossings.open-the-crossing"),
                p -> {
                    CrossingFile kept = CrossingFile.read(file, FORM);
                    Path folder = Objects.requireNonNull(file.toAbsolutePath().getParent());
                    Path first = folder.resolve(kept.original());
                    boolean there = !kept.original().isEmpty()
                            && !kept.original().equals(kept.sent())
                            && Files.isRegularFile(first);
                    Asset original = there ? original(first, p.part(0, 0.3)) : null;
                    Path sent = folder.resolve(kept.sent().isEmpty() ? kept.original() : kept.sent());
                    Asset out = kept(sent, p.part(0.3, 0.6));
                    Path back = folder.resolve(kept.returned());
                    Asset in = kept.returned().isEmpty() ? null : kept(back, p.part(0.6, 1));
                    return new Kept(crossing(original, out, in, kept), in != null);
                },
                k -> {
                    undo.change(k.crossing());
                    settings.remember(file);
                    bench.step().set(k.compared() ? Step.COMPARE : Step.LOOK_OVER);
                });
    }

    /** What was made ready, as far as it can still be read. */
    private static @Nullable Asset original(Path file, Progress p) {
        try {
            return kept(file, p);
        } catch (IOException e) {
            return null;
        }
    }

    /** Without what was made ready, what was sent stands on the bench as it is, its remedies in it. */
    private Crossing crossing(@Nullable Asset original, Asset sent, @Nullable Asset returned, CrossingFile kept) {
        Crossing c = original == null
                ? Crossing.of(sent, null)
                : Crossing.of(original, convention(kept.destination())).withRemedies(kept.remedies());
        c = c.withSent(sent).withTerms(kept.terms());
        return returned == null
                ? c
                : c.withReturned(returned, kept.via()).withMends(kept.mends()).signed(kept.signedBy(), kept.note());
    }

    private @Nullable Convention convention(String code) {
        return Stream.concat(Conventions.all().stream(), UserConventions.in(settings.conventions()).stream())
                .filter(c -> c.code().equals(code))
                .findFirst()
                .orElse(null);
    }
}
