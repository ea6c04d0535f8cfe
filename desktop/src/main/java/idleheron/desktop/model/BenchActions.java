package idleheron.desktop.model;

import static idleheron.core.Messages.say;

import idleheron.app.CheckJob;
import idleheron.app.CompareJob;
import idleheron.app.OpenJob;
import idleheron.app.PrepareJob;
import idleheron.app.RehearseJob;
import idleheron.core.crossing.Asset;
import idleheron.core.crossing.Crossing;
import idleheron.core.crossing.Preparation;
import idleheron.core.finding.Convention;
import idleheron.core.job.Progress;
import idleheron.core.pair.CompareSettings;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.space.ConvertStage;
import idleheron.formats.SceneFiles;
import idleheron.formats.bytes.FormatException;
import idleheron.rehearsal.StandIn;
import idleheron.report.CrossingFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.application.Platform;
import org.jspecify.annotations.Nullable;

/** All that a user can do to the bench, and what follows from it. */
public final class BenchActions {
    private final Bench bench;
    private final Jobs jobs;
    private final UndoStack undo;
    private final Settings settings;
    private final Consumer<String> tell;
    private final KeptCrossings crossings;
    private final BenchSaves saves;
    private Crossing derived = Crossing.EMPTY;
    private final FileWatch watched = new FileWatch();
    /** The terms of the last comparison. */
    private CompareSettings compared = CompareSettings.USUAL;

    public BenchActions(Bench bench, Jobs jobs, UndoStack undo, Settings settings, Consumer<String> tell) {
        this.tell = tell;
        this.bench = bench;
        this.jobs = jobs;
        this.undo = undo;
        this.settings = settings;
        this.crossings = new KeptCrossings(bench, jobs, undo, settings);
        this.saves = new BenchSaves(bench, jobs, tell);
        bench.crossing().addListener((o, was, is) -> derive());
    }

    /**
     * A file from disk.
     *
     * @param rescue whether of a damaged one what is whole
     * @param again asks for it once more, to be rescued
     */
    private static Asset read(Path file, boolean rescue, Runnable again, Progress p) throws IOException {
        try {
            Asset known = rescue ? null : HeadStart.take(file, p);
            return known == null ? OpenJob.of(file, rescue).run(p) : known;
        } catch (FormatException e) {
            if (rescue || e.place().isEmpty()) {
                throw e;
            }
            throw new RefusedException(e, again);
        }
    }

    /** Puts a file on the bench, or the two files of a kept crossing. */
    public void open(Path file) {
        open(file, false);
    }

    private void open(Path file, boolean rescue) {
        if (file.toString().endsWith(CrossingFile.ENDING)) {
            crossings.open(file);
            return;
        }
        Path whole = SceneFiles.around(file);
        Asset known = rescue ? null : HeadStart.done(whole);
        if (known != null) {
            opened(file, known);
        } else {
            jobs.run("open", p -> read(whole, rescue, () -> open(file, true), p), a -> opened(file, a));
        }
    }

    private void opened(Path file, Asset a) {
        bench.transport().playing().set(false);
        bench.joint().set(-1);
        undo.change(Crossing.of(a, bench.crossing().get().destination()));
        settings.remember(file);
        bench.step().set(Step.LOOK_OVER);
    }

    /** Puts a file on the bench with remedies and the destination that they are for. */
    public void openWith(Path file, @Nullable Convention to, List<Remedy> remedies) {
        jobs.run("open", p -> read(file, false, () -> open(file, true), p), a -> {
            bench.joint().set(-1);
            undo.change(Crossing.of(a, to).withRemedies(remedies));
            bench.step().set(Step.LOOK_OVER);
        });
    }

    /** Puts several files on the bench as one: a head and a body on one skeleton, or characters of one shot. */
    public void openTogether(List<Path> files) {
        jobs.run("open", p -> new OpenJob(files, false).run(p), this::begin);
    }

    /** Puts a file on the bench as it was sent, and what came back of it. */
    public void openPair(Path sent, Path returned) {
        record Both(Asset sent, Asset returned) {}
        jobs.run(
                "open",
                p -> new Both(
                        read(SceneFiles.around(sent), false, () -> open(sent, true), p.part(0, 0.5)),
                        read(SceneFiles.around(returned), false, () -> openReturned(returned, true), p.part(0.5, 1))),
                b -> {
                    bench.transport().playing().set(false);
                    bench.joint().set(-1);
                    Crossing c = Crossing.of(b.sent, bench.crossing().get().destination());
                    undo.change(c.withSent(b.sent).withReturned(b.returned, ""));
                    bench.step().set(Step.COMPARE);
                });
    }

    /** Puts a body on the bench with a garment that it wears. */
    public void openWorn(Path body, Path garment) {
        jobs.run("open", p -> OpenJob.worn(garment, body, SceneFiles::read, p), this::begin);
    }

    /** Begins a crossing with what was read. */
    private void begin(Asset a) {
        bench.joint().set(-1);
        undo.change(Crossing.of(a, bench.crossing().get().destination()));
        bench.step().set(Step.LOOK_OVER);
    }

    /** Puts a garment on the body that lies on the bench. */
    public void wear(Path garment) {
        Asset body = bench.crossing().get().original();
        if (body != null) {
            jobs.run("open", p -> OpenJob.worn(garment, body, SceneFiles::read, p), this::begin);
        }
    }

    /** Takes a file as what came back. */
    public void openReturned(Path file) {
        openReturned(file, false);
    }

    private void openReturned(Path file, boolean rescue) {
        Path whole = SceneFiles.around(file);
        jobs.run(
                say("desktop.model.BenchActions.open-returned"),
                p -> read(whole, rescue, () -> openReturned(file, true), p),
                a -> {
                    Crossing c = bench.crossing().get();
                    Crossing base = c.sent() == null && c.original() != null ? c.withSent(c.original()) : c;
                    undo.change(base.withReturned(a, ""));
                    bench.step().set(Step.COMPARE);
                });
    }

    /** Sets where it goes, with the conversion that it asks for. */
    public void destination(@Nullable Convention convention) {
        Crossing c = bench.crossing().get();
        List<Remedy> remedies = new ArrayList<>(c.remedies());
        remedies.removeIf(r -> r instanceof ConvertStage);
        if (convention != null) {
            remedies.add(new ConvertStage(convention.axes(), convention.metersPerUnit()));
        }
        undo.change(c.withDestination(convention).withRemedies(remedies));
    }

    /** Works something out away from the window and gives it to {@code then} there. */
    public <T> void workOut(String what, Jobs.Work<T> work, Consumer<T> then) {
        jobs.run(what, work, then);
    }

    /** Says something to the user in passing. */
    public void tell(String text) {
        tell.accept(text);
    }

    /** Puts a remedy behind those that are taken. */
    public void add(Remedy remedy) {
        undo.change(bench.crossing().get().withRemedy(remedy));
    }

    public void remedies(List<Remedy> remedies) {
        undo.change(bench.crossing().get().withRemedies(remedies));
    }

    /** What leaves a file besides what is sent. */
    public BenchSaves saves() {
        return saves;
    }

    /** Takes what was written as what went out. */
    public void sent(Asset asset) {
        undo.change(bench.crossing().get().withSent(asset));
    }

    /** Sends what went out through a stand-in and takes what comes back. */
    public void rehearse(StandIn standIn) {
        Asset sent = bench.crossing().get().sent();
        if (sent == null) {
            return;
        }
        RehearseJob job = new RehearseJob(Path.of(sent.path()), standIn, null, true);
        jobs.run("rehearse", job::run, a -> {
            undo.change(bench.crossing().get().withReturned(a, "stand-in " + standIn.title()));
            bench.step().set(Step.COMPARE);
        });
    }

    /** Applies the remedies of the comparison to what came back. */
    public void mend() {
        CompareJob.Result c = bench.compared().get();
        if (c != null) {
            List<Remedy> all = new ArrayList<>(bench.crossing().get().mends());
            all.addAll(c.comparison().remedies());
            undo.change(bench.crossing().get().withMends(all));
        }
    }

    /** Other tolerances, or another table of what belongs together. */
    public void terms(CompareSettings terms) {
        undo.change(bench.crossing().get().withTerms(terms));
    }

    /** Signs the crossing off and keeps it. */
    public void sign(String by, String note) {
        undo.change(bench.crossing().get().signed(by, note));
        crossings.keep();
    }

    /** Reads what came back again when its file was written anew; to be called every now and then. */
    public void watch() {
        Asset a = bench.crossing().get().returned();
        Path file = a == null ? null : Path.of(a.path());
        if (watched.isNew(file) && file != null) {
            String via = bench.crossing().get().via();
            jobs.run(
                    say("desktop.model.BenchActions.open-returned"),
                    OpenJob.of(file)::run,
                    fresh -> undo.change(bench.crossing().get().withReturned(fresh, via)));
        }
    }

    public void undo() {
        undo.undo();
    }

    public void redo() {
        undo.redo();
    }

    /** Computes what is not up to date. */
    private void derive() {
        Crossing c = bench.crossing().get();
        Crossing was = derived;
        derived = c;
        if (c.original() != was.original() || c.destination() != was.destination()) {
            lookOver(c);
        }
        if (c.original() != was.original() || !c.remedies().equals(was.remedies())) {
            prepare(c);
        }
        if (c.sent() != was.sent()
                || c.returned() != was.returned()
                || !c.mends().equals(was.mends())
                || !c.terms().equals(was.terms())) {
            compare();
        }
    }

    private void lookOver(Crossing c) {
        Asset a = c.original();
        if (a == null) {
            bench.lookedOver().set(null);
            return;
        }
        CheckJob.Result before = bench.lookedOver().get();
        if (before != null && before.asset() != a) {
            bench.lookedOver().set(null); // what was found in another file is not of this one
        }
        CheckJob job = new CheckJob(a, c.destination());
        jobs.run(say("desktop.model.BenchActions.look-over"), p -> job.look(), l -> {
            bench.lookedOver().set(l);
            lookInto(job, l);
        });
    }

    /** What only reading all of it tells, once all else is on the screen. */
    private void lookInto(CheckJob job, CheckJob.Result seen) {
        if (job.isDeep()) {
            jobs.run(say("desktop.model.BenchActions.look-into"), p -> job.lookInto(seen, p), l -> {
                if (bench.lookedOver().get() == seen) {
                    bench.lookedOver().set(l);
                }
            });
        }
    }

    private void prepare(Crossing c) {
        Asset a = c.original();
        if (a == null) {
            bench.prepared().set(null);
            return;
        }
        Preparation earlier = bench.prepared().get();
        jobs.run(
                say("desktop.model.BenchActions.make-ready"),
                new PrepareJob(a.scene(), c.remedies(), earlier)::run,
                bench.prepared()::set);
    }

    /** What is known already of the same two files as they came, under the same terms. */
    private CompareJob.@Nullable Came known(Crossing c, boolean meant) {
        CompareJob.Result r = bench.compared().get();
        boolean same = r != null
                && r.sent() == c.sent()
                && r.asItCame().returned() == c.returned()
                && r.comparison().asMeant() == meant
                && compared.equals(c.terms());
        return r != null && same ? r.asItCame() : null;
    }

    /** Compares anew, with the switch between as stored and as meant as it stands. */
    public void compare() {
        Crossing c = bench.crossing().get();
        Asset sent = c.sent();
        Asset returned = c.returned();
        if (sent == null || returned == null) {
            bench.compared().set(null);
            return;
        }
        boolean meant = bench.asMeant().get();
        CompareJob job = new CompareJob(sent, returned, c.mends(), c.terms(), meant, known(c, meant));
        bench.toldNothing();
        bench.stopped().set(false);
        jobs.run(
                "compare",
                p -> job.run(t -> Platform.runLater(() -> bench.told(t)), p),
                r -> {
                    compared = c.terms();
                    bench.compared().set(r);
                    if (c.mends().isEmpty()) {
                        settings.crossed(
                                Path.of(sent.path()),
                                Path.of(returned.path()),
                                r.comparison().verdict().word());
                    }
                },
                this::stopped);
    }

    /** No verdict is shown that is none of what lies on the bench now. */
    private void stopped() {
        bench.toldNothing();
        bench.compared().set(null);
        bench.stopped().set(true);
    }
}
