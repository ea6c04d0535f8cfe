package idleheron.desktop.round;

import static idleheron.core.Messages.say;

import idleheron.app.UsageException;
import idleheron.app.round.FileResult;
import idleheron.app.round.Round;
import idleheron.app.round.RoundItem;
import idleheron.app.round.RoundListener;
import idleheron.app.round.RoundRun;
import idleheron.app.round.RoundSummary;
import idleheron.app.round.RoundTerms;
import idleheron.app.round.RoundWatch;
import idleheron.core.Verdict;
import idleheron.core.Wording;
import idleheron.formats.disk.Failures;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** A round as the window shows it: a row for each file, how far all of it is, and what can be done now. */
public final class RoundModel {
    private final Consumer<Runnable> later;
    private final Map<String, Row> rows = new HashMap<>();
    private List<RoundItem> items = List.of();
    private Runnable changed = () -> {};
    private @Nullable Round round;
    private @Nullable Thread worker;
    private volatile boolean stopping;
    private volatile boolean watching;
    private long began;
    private double done;
    private String said = "";

    /** Where a file of a round is. */
    public enum Stage {
        WAITING("waiting"),
        AT_WORK(say("desktop.round.RoundModel.at-work")),
        ENDED("");

        private final String word;

        Stage(String word) {
            this.word = word;
        }
    }

    /**
     * A file.
     *
     * @param result null until it is done
     * @param already whether it was done before
     */
    public record Row(RoundItem item, Stage stage, @Nullable FileResult result, double seconds, boolean already) {
        public String state() {
            if (result == null) {
                return stage.word;
            }
            return switch (result.state()) {
                case CLEAN -> already ? say("desktop.round.RoundModel.done-before") : "done";
                case FAULTS ->
                    already
                            ? say("desktop.round.RoundModel.with-faults-before")
                            : say("desktop.round.RoundModel.with-faults");
                case FAILED, MISSING -> result.state().word();
            };
        }

        /** The mark beside it; null while it is not done. */
        public @Nullable Verdict mark() {
            if (result == null) {
                return null;
            }
            return switch (result.state()) {
                case CLEAN -> Verdict.CLEAN;
                case FAULTS -> Verdict.DRIFTED;
                case FAILED, MISSING -> Verdict.BROKEN;
            };
        }

        /** What was read back, in a word. */
        public String verdict() {
            return result == null ? "" : result.verdict();
        }

        /** What is worst of what was found in it as it goes, or why it failed. */
        public String worst() {
            if (result == null) {
                return "";
            }
            FileResult.Worst w = result.worst();
            return result.state() == FileResult.State.FAILED
                    ? result.text()
                    : w.severity().isEmpty() ? "" : w.severity() + ": " + w.message();
        }

        public String time() {
            return stage != Stage.ENDED || already ? "" : String.format(Locale.ROOT, "%.1f s", seconds);
        }

        public String size() {
            return Wording.bytes(item.bytes());
        }
    }

    /**
     * @param later runs something on the thread of the window, on which all of this is asked
     */
    public RoundModel(Consumer<Runnable> later) {
        this.later = later;
    }

    /** Told on the thread of the window whenever something is to be shown anew. */
    public void onChanged(Runnable value) {
        changed = value;
    }

    /** The rows, in the order of the round. */
    public List<Row> rows() {
        return items.stream().map(i -> row(i.target())).toList();
    }

    private Row row(String target) {
        return java.util.Objects.requireNonNull(rows.get(target));
    }

    public boolean isRunning() {
        return worker != null && !watching;
    }

    public boolean isWatching() {
        return watching;
    }

    /** Share of the bytes that are done. */
    public double done() {
        return done;
    }

    /** Whether some failed, so that they can be tried once more. */
    public boolean canRepeat() {
        return worker == null && summary().count(FileResult.State.FAILED) > 0;
    }

    /** All results so far. */
    public RoundSummary summary() {
        return new RoundSummary(items.stream()
                .map(i -> row(i.target()).result())
                .filter(java.util.Objects::nonNull)
                .toList());
    }

    /** "14 files, 23.4 MB", and while it runs how far it is. */
    public String headline() {
        if (!said.isEmpty()) {
            return said;
        }
        if (items.isEmpty() && isRunning()) {
            return say("desktop.round.RoundModel.looking-for-files");
        }
        long bytes = items.stream().mapToLong(RoundItem::bytes).sum();
        String all = Wording.counted(items.size(), "file") + ", " + Wording.bytes(bytes);
        RoundSummary s = summary();
        if (worker != null && !watching) {
            return say(
                    "desktop.round.RoundModel.of",
                    s.results().size(),
                    all,
                    Wording.left(done, (System.nanoTime() - began) / 1e9));
        }
        return (watching ? "Watching. " : "") + (s.results().isEmpty() ? all : s.line());
    }

    /** "several-roots in 3 files, tip-joints in 2". */
    public String totals() {
        return summary().totals().stream()
                .limit(8)
                .map(t -> say("desktop.round.RoundModel.in", t.code(), Wording.counted(t.files(), "file")))
                .collect(Collectors.joining(", "));
    }

    /** Lists the files of a round. */
    public void load(Round value) {
        round = value;
        work(() -> {
            List<RoundItem> found = RoundRun.of(value, RoundTerms.usual()).items();
            later.accept(() -> {
                said = "";
                show(found);
            });
        });
    }

    private void show(List<RoundItem> found) {
        items = found;
        rows.clear();
        found.forEach(i -> rows.put(i.target(), new Row(i, Stage.WAITING, null, 0, false)));
        done = 0;
        changed.run();
    }

    /**
     * Does all of it; what was done before and is unchanged is passed over.
     *
     * @param terms how
     */
    public void start(Round value, RoundTerms terms) {
        round = value;
        work(() -> {
            RoundRun run = RoundRun.of(value, terms);
            later.accept(() -> show(run.items()));
            List<FileResult> all = ran(run);
            new RoundSummary(all).keep(value.folder());
        });
    }

    /** Does once more what failed. */
    public void again(RoundTerms terms) {
        Round r = round;
        List<RoundItem> failed = rows().stream()
                .filter(x -> x.result() != null && x.result().state() == FileResult.State.FAILED)
                .map(Row::item)
                .toList();
        if (r == null || failed.isEmpty()) {
            return;
        }
        failed.forEach(i -> rows.put(i.target(), new Row(i, Stage.WAITING, null, 0, false)));
        work(() -> {
            ran(RoundRun.of(r, terms.withResume(true), failed));
            later.accept(this::keep);
        });
    }

    /** Keeps the summary where all files have one; away from the thread of the window, which alone knows all rows. */
    private void keep() {
        Round r = round;
        RoundSummary s = summary();
        if (r != null && s.results().size() == items.size()) {
            Thread.startVirtualThread(() -> {
                try {
                    s.keep(r.folder());
                } catch (IOException e) {
                    later.accept(() -> {
                        said = Failures.text(e);
                        changed.run();
                    });
                }
            });
        }
        changed.run();
    }

    /** Looks at the inputs every so often, and does what is new or newer once it has stopped growing. */
    public void watch(Round value, RoundTerms terms, long milliseconds) {
        round = value;
        watching = true;
        RoundWatch watch = new RoundWatch(value);
        work(() -> {
            try {
                while (!stopping) {
                    List<RoundItem> ripe = watch.look();
                    if (!ripe.isEmpty()) {
                        later.accept(() -> more(ripe));
                        ran(RoundRun.of(value, terms.withResume(true), ripe));
                        later.accept(this::keep);
                    }
                    Thread.sleep(milliseconds);
                }
            } finally {
                watching = false;
            }
        });
    }

    private void more(List<RoundItem> ripe) {
        List<RoundItem> all = new ArrayList<>(items);
        for (RoundItem i : ripe) {
            all.removeIf(x -> x.target().equals(i.target()));
            all.add(i);
            rows.put(i.target(), new Row(i, Stage.WAITING, null, 0, false));
        }
        items = List.copyOf(all);
        changed.run();
    }

    /** Stops after what can be stopped; what is done stays. */
    public void stop() {
        stopping = true;
    }

    private List<FileResult> ran(RoundRun run) throws IOException {
        began = System.nanoTime();
        return run.run(
                new RoundListener() {
                    @Override
                    public void begun(RoundItem item) {
                        put(new Row(item, Stage.AT_WORK, null, 0, false));
                    }

                    @Override
                    public void ended(RoundItem item, FileResult result, double seconds, boolean already) {
                        put(new Row(item, Stage.ENDED, result, seconds, already));
                    }
                },
                (share, what) -> {
                    if (stopping) {
                        throw new CancellationException();
                    }
                    later.accept(() -> {
                        if (share != done) {
                            done = share;
                            changed.run();
                        }
                    });
                });
    }

    private void put(Row row) {
        later.accept(() -> {
            rows.put(row.item().target(), row);
            changed.run();
        });
    }

    /** Work on the files of a round. */
    private interface Work {
        void run() throws IOException, InterruptedException;
    }

    private void work(Work work) {
        if (worker != null) {
            return;
        }
        stopping = false;
        said = "";
        Thread t = new Thread(
                () -> {
                    String wrong = "";
                    try {
                        work.run();
                    } catch (CancellationException | InterruptedException e) {
                        wrong = ""; // what is done stays, and is shown
                    } catch (IOException e) {
                        wrong = Failures.text(e);
                    } catch (UsageException e) {
                        wrong = String.valueOf(e.getMessage());
                    } catch (RuntimeException | Error e) {
                        wrong = Failures.sentence(e, "round");
                    }
                    String told = wrong;
                    later.accept(() -> {
                        worker = null;
                        said = told;
                        rows.replaceAll((k, r) ->
                                r.stage() == Stage.AT_WORK ? new Row(r.item(), Stage.WAITING, null, 0, false) : r);
                        changed.run();
                    });
                },
                "round");
        t.setDaemon(true);
        worker = t;
        t.start();
        changed.run();
    }
}
