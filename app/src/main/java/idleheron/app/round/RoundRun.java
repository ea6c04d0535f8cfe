package idleheron.app.round;

import static idleheron.core.Messages.say;

import idleheron.app.UsageException;
import idleheron.core.job.Progress;
import idleheron.formats.disk.Failures;
import idleheron.formats.disk.Leftovers;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;

/** Does the files of a round, several at a time; what comes of it is the same whatever the number, the order and the machine. */
public final class RoundRun {
    private static final long LOOK = 50;
    /** So long one that was told to stop is waited for, seconds. */
    private static final double GRACE = 10;

    private final Round round;
    private final RoundTerms terms;
    private final Round.Deed deed;
    private final List<RoundItem> items;
    private final String name;
    private final MemoryGate gate = new MemoryGate(Runtime.getRuntime().maxMemory());
    private final Set<Deadline> running = ConcurrentHashMap.newKeySet();
    private final AtomicLong doneBytes = new AtomicLong();
    private volatile boolean stopped;

    /**
     * @param items those that are done: all of the round, or a part of them
     * @param name under which its journal is kept
     */
    private RoundRun(Round round, RoundTerms terms, List<RoundItem> items, String name) throws IOException {
        if (terms.jobs() < 1) {
            throw new UsageException(say("app.round.RoundRun.expected-1-or-more-files-at", terms.jobs()));
        }
        this.round = round;
        this.terms = terms;
        this.deed = round.deed();
        this.items = List.copyOf(items);
        this.name = name;
    }

    /** All files of a round. */
    public static RoundRun of(Round round, RoundTerms terms) throws IOException {
        return new RoundRun(round, terms, RoundItems.of(round), "all");
    }

    /** Some files of a round. */
    public static RoundRun of(Round round, RoundTerms terms, List<RoundItem> items) throws IOException {
        return new RoundRun(round, terms, items, "all");
    }

    /** The files of a part of a round. */
    public static RoundRun of(Round round, RoundTerms terms, List<RoundItem> items, Part part) throws IOException {
        return new RoundRun(round, terms, items, part.file());
    }

    /** The files of the round, in the order in which they were found. */
    public List<RoundItem> items() {
        return items;
    }

    /** Bytes of all files. */
    public long bytes() {
        return items.stream().mapToLong(RoundItem::bytes).sum();
    }

    static String tooLong(double seconds) {
        return say("app.round.RoundRun.it-took-longer-than-s-and", Math.round(seconds));
    }

    static String tooLarge() {
        return Failures.sentence(new OutOfMemoryError(), "batch");
    }

    /**
     * Does what is to be done; a file that fails takes nobody else with it.
     *
     * @param progress told and asked on this thread; by bytes
     * @return what became of each, in the order of the files
     * @throws UsageException before anything is written, when a target is there and may not be replaced, or was an input
     * @throws CancellationException when it is stopped; what is done stays and is known to the next that resumes
     */
    public List<FileResult> run(RoundListener listener, Progress progress) throws IOException {
        Journal.Past past = terms.resume() ? past() : Journal.Past.NONE;
        free();
        @Nullable FileResult[] out = new FileResult[items.size()];
        int workers = Math.max(1, Math.min(terms.jobs(), items.size()));
        CountDownLatch ended = new CountDownLatch(workers);
        AtomicInteger next = new AtomicInteger();
        AtomicReference<@Nullable Throwable> broken = new AtomicReference<>();
        try (Journal journal = Journal.open(round.folder(), name, deed.key(), !terms.resume())) {
            sweep(past, journal.former());
            for (int w = 0; w < workers; w++) {
                Thread t = new Thread(
                        () -> {
                            try {
                                for (int i = next.getAndIncrement();
                                        i < out.length && !stopped;
                                        i = next.getAndIncrement()) {
                                    out[i] = item(items.get(i), past, journal, listener);
                                    doneBytes.addAndGet(items.get(i).bytes());
                                }
                            } catch (CancellationException e) {
                                // the round was stopped
                            } catch (IOException | RuntimeException | Error e) {
                                broken.compareAndSet(null, e);
                                stop();
                            } finally {
                                ended.countDown();
                            }
                        },
                        "round-" + w);
                t.setDaemon(true);
                t.start();
            }
            await(ended, progress);
        }
        Throwable why = broken.get();
        if (why != null) {
            throw why instanceof IOException io
                    ? io
                    : new IOException(say("app.round.RoundRun.the-round-ended", Failures.sentence(why, "batch")), why);
        }
        List<FileResult> all = new ArrayList<>();
        for (FileResult r : out) {
            if (r == null) {
                throw new CancellationException();
            }
            all.add(r);
        }
        return all;
    }

    /** What was done: of its own journal, and of all others only where that does not know of what is there. */
    private Journal.Past past() throws IOException {
        Journal.Past own = Journal.past(round.folder(), name, deed.key());
        boolean all = items.stream()
                .map(RoundItem::target)
                .allMatch(t -> own.outputs().containsKey(t) || own.begun().contains(t) || !isThere(t));
        return all ? own : Journal.past(round.folder(), deed.key());
    }

    private boolean isThere(String target) {
        return Files.exists(round.folder().resolve(target), LinkOption.NOFOLLOW_LINKS);
    }

    /** Deletes drafts of processes that wrote this journal before, on whichever machine, where they were at work. */
    private void sweep(Journal.Past past, Set<String> former) {
        if (former.isEmpty()) {
            return;
        }
        Set<Path> folders = new HashSet<>();
        past.begun().forEach(t -> folders.add(round.folder().resolve(t).getParent()));
        folders.forEach(f -> Leftovers.sweep(f, former));
    }

    private void stop() {
        stopped = true;
        running.forEach(Deadline::stop);
    }

    private void await(CountDownLatch ended, Progress progress) {
        long all = Math.max(1, bytes());
        try {
            do {
                progress.at(Math.min(1, (double) doneBytes.get() / all), "");
            } while (!ended.await(LOOK, TimeUnit.MILLISECONDS));
            progress.at(Math.min(1, (double) doneBytes.get() / all), "");
        } catch (CancellationException e) {
            stop();
            quietly(ended);
            throw e;
        } catch (InterruptedException e) {
            stop();
            Thread.currentThread().interrupt();
            throw new CancellationException();
        }
    }

    private static void quietly(CountDownLatch ended) {
        try {
            ended.await((long) GRACE, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Says no to targets that were inputs, and to those that are there and may not be replaced. */
    private void free() throws IOException {
        Set<Path> inputs = new HashSet<>();
        List<Path> there = new ArrayList<>();
        for (RoundItem i : items) {
            if (isThere(i.target())) {
                there.add(round.folder().resolve(i.target()));
            }
        }
        if (there.isEmpty()) {
            return;
        }
        if (!terms.overwrite() && !terms.resume()) {
            int more = there.size() - 1;
            throw new UsageException(say(
                    "app.round.RoundRun.already-there-overwrite-replaces-resume-goes",
                    there.getFirst()
                            + (more > 0 ? say("app.round.RoundRun.and-more-are", more) : say("app.round.RoundRun.is")),
                    (more > 0 ? say("app.round.RoundRun.them") : say("app.round.RoundRun.it"))));
        }
        for (RoundItem i : items) {
            if (Files.exists(i.file())) {
                inputs.add(i.file().toRealPath());
            }
        }
        for (Path t : there) {
            if (Files.exists(t) && inputs.contains(t.toRealPath())) {
                throw new UsageException(say("app.round.RoundRun.was-read-from-and-is-not", t));
            }
        }
    }

    private FileResult item(RoundItem item, Journal.Past past, Journal journal, RoundListener listener)
            throws IOException {
        FileResult before = past.results().get(item.target());
        if (before != null && before.isDone() && before.file().equals(item.name()) && stands(before)) {
            listener.ended(item, before, 0, true);
            return before;
        }
        listener.begun(item);
        long start = System.nanoTime();
        FileResult done;
        boolean was = isThere(item.target());
        boolean may = terms.overwrite() || isOurs(item, past);
        if (!may && was) {
            done = FileResult.not(
                    item, FileResult.State.FAILED, say("app.round.RoundRun.is-there-and-is-not-what", item.target()));
        } else {
            journal.begin(item);
            done = shared(new ItemJob(round, deed, item, may));
        }
        double seconds = (System.nanoTime() - start) / 1e9;
        journal.done(done, seconds, !was && !done.isDone() && isThere(item.target()));
        listener.ended(item, done, seconds, false);
        return done;
    }

    /** Whether nothing that was read or written changed since. */
    private boolean stands(FileResult r) throws IOException {
        Path base = round.base().toAbsolutePath().normalize();
        Path out = round.folder().toAbsolutePath().normalize();
        for (FileResult.Sum s : r.sources()) {
            if (!Sums.stands(s, base)) {
                return false;
            }
        }
        return written(r.outputs(), out);
    }

    private static boolean written(List<FileResult.Sum> outputs, Path out) throws IOException {
        for (FileResult.Sum s : outputs) {
            if (!Sums.stands(s, out)) {
                return false;
            }
        }
        return true;
    }

    /** Whether what is at its target was written by a round and is as it was, or was being written. */
    private boolean isOurs(RoundItem item, Journal.Past past) throws IOException {
        List<FileResult.Sum> wrote = past.outputs().get(item.target());
        return past.begun().contains(item.target())
                || wrote != null
                        && !wrote.isEmpty()
                        && written(wrote, round.folder().toAbsolutePath().normalize());
    }

    /** Does a file with the memory that it takes; what needs more than it was given is tried once more alone. */
    private FileResult shared(ItemJob job) throws IOException {
        try {
            if (job.item().bytes() <= terms.apartOver()) {
                int share = gate.share(job.item().bytes());
                gate.take(share);
                try {
                    return inside(job);
                } catch (OutOfMemoryError e) {
                    // tried once more below
                } finally {
                    gate.give(share);
                }
            }
            gate.take(gate.all());
            Deadline d = begun(1e9);
            try {
                return Apart.run(job, terms.seconds(), d);
            } finally {
                running.remove(d);
                gate.give(gate.all());
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new CancellationException();
        }
    }

    private Deadline begun(double seconds) {
        Deadline d = new Deadline(seconds);
        running.add(d);
        if (stopped) {
            d.stop();
        }
        return d;
    }

    /** Does a file on a thread of its own, which is left behind where it does not stop. */
    private FileResult inside(ItemJob job) throws InterruptedException {
        Deadline d = begun(terms.seconds());
        AtomicReference<@Nullable FileResult> out = new AtomicReference<>();
        AtomicReference<@Nullable Throwable> why = new AtomicReference<>();
        Thread t = new Thread(
                () -> {
                    try {
                        out.set(job.run(d));
                    } catch (CancellationException | OutOfMemoryError e) {
                        why.set(e);
                    }
                },
                "file");
        t.setDaemon(true);
        t.start();
        double left = terms.seconds() + Math.min(GRACE, terms.seconds());
        t.join((long) (Math.min(left, 1e9) * 1000));
        running.remove(d);
        FileResult done = out.get();
        if (done != null) {
            return done;
        }
        return switch (why.get()) {
            case OutOfMemoryError e -> throw e;
            case Deadline.Over e -> tooLong(job);
            case CancellationException e -> throw e;
            case null, default -> {
                d.stop();
                yield tooLong(job);
            }
        };
    }

    private FileResult tooLong(ItemJob job) {
        return FileResult.not(job.item(), FileResult.State.FAILED, tooLong(terms.seconds()));
    }
}
