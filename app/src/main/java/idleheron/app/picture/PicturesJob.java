package idleheron.app.picture;

import static idleheron.core.Messages.say;

import idleheron.app.UsageException;
import idleheron.core.finding.Finding;
import idleheron.core.job.Budget;
import idleheron.core.job.Cores;
import idleheron.core.job.Progress;
import idleheron.core.picture.Meaning;
import idleheron.core.picture.PictureRole;
import idleheron.core.picture.PictureShape;
import idleheron.core.picture.PixelChange;
import idleheron.core.picture.PixelGap;
import idleheron.core.picture.PixelSize;
import idleheron.core.picture.Pixels;
import idleheron.formats.checks.PictureChecks;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.Failures;
import idleheron.formats.disk.FileNames;
import idleheron.formats.pictures.PictureFolder;
import idleheron.formats.pictures.PictureMaker;
import idleheron.formats.pictures.PictureReader;
import idleheron.formats.pictures.PictureWish;
import idleheron.formats.pictures.PictureWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.Semaphore;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Looks at many pictures, makes of each what is wished and writes it into another folder, where it lies as it lay before. As many
 * are at work at once as there are cores and fit into memory; one that fails takes nobody else with it.
 *
 * @param inputs pictures, and folders of them
 * @param out null when they are only looked at
 * @param names what their files are called: "{name}_{role}", with {size} too
 * @param split whether each channel becomes a grey picture of its own
 */
public record PicturesJob(
        List<Path> inputs, PictureWish wish, @Nullable Path out, String names, boolean split, boolean overwrite) {
    /** What names are when nothing else is asked. */
    public static final String SAME = "{name}";

    private static final int DEEPEST = 32;
    private static final int SMALL = 128;
    /** So many times as fine is what a small copy is the mean of. */
    private static final int FINER = 4;
    /** Pictures whose small copies are kept for a sheet: 40 MB of them. */
    private static final int MOST_SMALL = 2000;
    /** Memory is shared out in pieces of so many texels. */
    private static final int PIECE = 1024;

    private static final String[] CHANNELS = {"red", "green", "blue", "alpha"};
    private static final double MEGA = 1e6;

    public PicturesJob {
        inputs = List.copyOf(inputs);
        if (out == null && (!wish.equals(PictureWish.NOTHING) || split || !names.equals(SAME))) {
            throw new UsageException(say("app.picture.PicturesJob.pictures-that-are-changed-need-a"));
        }
        if (!names.contains(SAME)) {
            throw new UsageException(say("app.picture.PicturesJob.names-need-name-found-role-and", names));
        }
    }

    /**
     * A picture to be done.
     *
     * @param within its path in the folder that was given, its name where it was given itself
     * @param stem what it is called without its ending; one that another has before it has more to it
     * @param at its place in the order
     * @param content its bytes where another file carries it, else null
     */
    private record Item(Path file, Path within, String stem, long bytes, int at, byte @Nullable [] content) {}

    /** What is shared by all that are at work. */
    private record Round(Semaphore memory, int pieces, AtomicLong done, long all, Progress progress, Set<Path> taken) {}

    private List<Item> items() throws IOException {
        List<Item> all = new ArrayList<>();
        for (Path p : inputs) {
            if (!Files.exists(p)) {
                throw new UsageException(say("app.picture.PicturesJob.there-is-no-such-file-or", p));
            }
            if (Files.isDirectory(p)) {
                for (Path f : PictureFolder.of(p, DEEPEST, Integer.MAX_VALUE)) {
                    Path file = p.resolve(f);
                    if (out == null || p.startsWith(out) || !file.startsWith(out)) {
                        all.add(new Item(file, f, "", Files.size(file), 0, null));
                    }
                }
            } else {
                all.add(new Item(p, Objects.requireNonNull(p.getFileName()), "", Files.size(p), 0, null));
            }
        }
        if (all.isEmpty()) {
            throw new UsageException(say(
                    "app.picture.PicturesJob.there-is-no-picture-in",
                    String.join(", ", inputs.stream().map(Path::toString).toList())));
        }
        all.sort(Comparator.comparing((Item i) -> i.within.toString()).thenComparing(i -> i.file.toString()));
        List<Item> out = new ArrayList<>();
        Set<Path> names = new HashSet<>();
        for (Item i : all) {
            out.add(new Item(i.file, i.within, free(i.within, names), i.bytes, out.size(), null));
        }
        return out;
    }

    /** Pictures that differ by their endings alone would be written over each other: "sail", "sail_tga", "sail_tga_2". */
    private static String free(Path within, Set<Path> names) {
        String name = String.valueOf(within.getFileName());
        String stem = FileNames.stem(name);
        String more = stem + FileNames.end(name).replace('.', '_');
        String out = stem;
        for (int n = 1; !names.add(within.resolveSibling(out.toLowerCase(Locale.ROOT))); n++) {
            out = n == 1 ? more : more + "_" + n;
        }
        return out;
    }

    /**
     * All pictures, in the order of their paths.
     *
     * @throws UsageException when there are none
     * @throws IOException when a folder cannot be looked through
     */
    public List<PictureDone> run(Progress progress) throws IOException {
        return all(items(), progress);
    }

    /**
     * A picture that is only looked at.
     *
     * @param file where it lies, or what it is called in the file that carries it
     * @param content its bytes where another file carries it, else null
     */
    public record Seen(Path file, byte @Nullable [] content) {}

    /** Looks at pictures and leaves them as they are, in their order. */
    public static List<PictureDone> look(List<Seen> pictures, Progress progress) throws IOException {
        List<Item> items = new ArrayList<>();
        for (Seen s : pictures) {
            byte[] own = s.content;
            long bytes = own != null ? own.length : Files.exists(s.file) ? Files.size(s.file) : 0;
            items.add(new Item(s.file, s.file, "", bytes, items.size(), own));
        }
        return new PicturesJob(List.of(), PictureWish.NOTHING, null, SAME, false, false).all(items, progress);
    }

    private List<PictureDone> all(List<Item> items, Progress progress) {
        int pieces = (int) Math.min(Integer.MAX_VALUE, Budget.TEXELS.limit() / PIECE + 1);
        long all = Math.max(1, items.stream().mapToLong(Item::bytes).sum());
        Round round = new Round(new Semaphore(pieces, true), pieces, new AtomicLong(), all, progress, new HashSet<>());
        @Nullable PictureDone[] done = new PictureDone[items.size()];
        Cores.each(done.length, i -> done[i] = one(items.get(i), round));
        return alike(Stream.of(done).map(Objects::requireNonNull).toList());
    }

    private PictureDone one(Item item, Round r) {
        r.progress.at(
                (double) r.done.get() / r.all,
                item.within
                        + String.format(
                                Locale.ROOT,
                                say("app.picture.PicturesJob.1f-of-1f-mb"),
                                r.done.get() / MEGA,
                                r.all / MEGA));
        int taken = 0;
        try {
            byte[] bytes = item.content != null ? item.content : Files.readAllBytes(item.file);
            int[] size = PictureReader.size(bytes);
            if (size == null) {
                return PictureDone.failed(
                        item.file, say("app.picture.PicturesJob.is-no-picture-that-can-be", item.file));
            }
            Budget.TEXELS.check((long) size[0] * size[1]);
            taken = Math.min(r.pieces, (int) ((long) size[0] * size[1] / PIECE + 1));
            r.memory.acquireUninterruptibly(taken);
            return made(item, bytes, r);
        } catch (IOException | RuntimeException | Error e) { // one picture takes nobody else with it
            String why = Failures.sentence(e, say("app.picture.PicturesJob.picture", item.file));
            return PictureDone.failed(item.file, why.contains(item.file.toString()) ? why : item.file + ": " + why);
        } finally {
            r.memory.release(taken);
            r.done.addAndGet(item.bytes);
        }
    }

    private PictureDone made(Item item, byte[] bytes, Round r) throws IOException {
        String name = String.valueOf(item.file.getFileName());
        Pixels before = PictureReader.pixels(bytes);
        if (before == null) {
            return PictureDone.failed(
                    item.file, say("app.picture.PicturesJob.is-damaged-and-cannot-be-read", item.file));
        }
        PictureShape was = PictureShape.of(before, PictureReader.kind(bytes), PictureReader.colourSpace(bytes), bytes);
        PictureRole role = PictureMaker.role(name, was.measured());
        PictureReader.Seen seen =
                new PictureReader.Seen(was.width(), was.height(), was.kind(), was.measured(), was.hash());
        List<Finding> findings = PictureChecks.alone(name, seen, role);
        if (out == null) {
            return new PictureDone(
                    item.file,
                    List.of(),
                    role,
                    was,
                    null,
                    List.of(),
                    null,
                    findings,
                    List.of(),
                    "",
                    small(item, before));
        }
        PictureMaker.Made made = PictureMaker.made(name, bytes, before, wish, role);
        List<Path> targets = write(item, made, role, r);
        boolean changed = !made.did().isEmpty();
        return new PictureDone(
                item.file,
                targets,
                role,
                was,
                changed
                        ? PictureShape.of(
                                made.after(), made.kind(), PictureReader.colourSpace(made.bytes()), made.bytes())
                        : was,
                made.did(),
                changed ? PixelGap.of(before, made.after()) : null,
                findings,
                List.of(),
                "",
                small(item, before, made.after()));
    }

    private static List<byte[]> small(Item item, Pixels... pictures) throws IOException {
        List<byte[]> out = new ArrayList<>();
        for (Pixels p : item.at < MOST_SMALL ? pictures : new Pixels[0]) {
            Pixels few = PixelSize.within(p.fewer(FINER * SMALL), SMALL, Meaning.COLOURS);
            out.add(PictureWriter.written(few.withBits(8), "png"));
        }
        return out;
    }

    private List<Path> write(Item item, PictureMaker.Made made, PictureRole role, Round r) throws IOException {
        Path folder = Objects.requireNonNull(out);
        String called = names.replace(SAME, item.stem)
                .replace("{role}", role.word())
                .replace(
                        "{size}",
                        String.valueOf(
                                Math.max(made.after().width(), made.after().height())));
        String end = made.did().isEmpty()
                ? FileNames.end(String.valueOf(item.within.getFileName()))
                : "." + PictureWriter.ending(made.kind());
        Path beside = folder.resolve(item.within.toString());
        List<Path> targets = new ArrayList<>();
        try (Drafts drafts = new Drafts(overwrite, List.of(item.file))) {
            if (split && made.after().bands() > 1) {
                String kind = PictureWriter.KINDS.contains(made.kind())
                                && !made.kind().equals("jpeg")
                        ? made.kind()
                        : "png";
                Pixels p = made.after();
                for (int b = 0; b < p.bands(); b++) {
                    String channel = p.bands() == 2 ? (b == 0 ? "grey" : "alpha") : CHANNELS[b];
                    Path to = beside.resolveSibling(called + "_" + channel + "." + PictureWriter.ending(kind));
                    put(drafts, to, PictureWriter.written(PixelChange.chosen(p, b, 1), kind), targets, r);
                }
            } else {
                put(drafts, beside.resolveSibling(called + end), made.bytes(), targets, r);
            }
            drafts.place();
            drafts.keep();
        }
        return targets;
    }

    private static void put(Drafts drafts, Path target, byte[] bytes, List<Path> targets, Round r) throws IOException {
        synchronized (r.taken) {
            if (!r.taken.add(target.toAbsolutePath().normalize())) {
                throw new IOException(say("app.picture.PicturesJob.another-picture-is-written-to-already", target));
            }
        }
        Path draft = drafts.draft(target);
        try {
            Files.write(draft, bytes);
        } catch (IOException e) {
            throw Failures.written(target, e);
        }
        targets.add(target);
    }

    /** Each with those that hold or look the same. */
    private static List<PictureDone> alike(List<PictureDone> all) {
        List<List<PictureDone.Alike>> found = new ArrayList<>();
        all.forEach(d -> found.add(new ArrayList<>()));
        List<Integer> order = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).before() != null) {
                order.add(i);
            }
        }
        int[] sums = all.stream()
                .mapToInt(d -> d.before() == null ? 0 : d.before().order())
                .toArray();
        order.sort(Comparator.comparingInt(i -> sums[i]));
        for (int a = 0; a < order.size(); a++) {
            PictureShape one = shape(all, order.get(a));
            for (int b = a + 1; b < order.size(); b++) {
                PictureShape other = shape(all, order.get(b));
                if (sums[order.get(b)] - sums[order.get(a)] > PictureShape.reach()) {
                    break;
                }
                boolean same = one.isSame(other);
                if (same || one.isNear(other)) {
                    found.get(order.get(a))
                            .add(new PictureDone.Alike(all.get(order.get(b)).file(), same));
                    found.get(order.get(b))
                            .add(new PictureDone.Alike(all.get(order.get(a)).file(), same));
                }
            }
        }
        List<PictureDone> out = new ArrayList<>();
        for (int i = 0; i < all.size(); i++) {
            out.add(all.get(i).with(found.get(i)));
        }
        return out;
    }

    private static PictureShape shape(List<PictureDone> all, int i) {
        return Objects.requireNonNull(all.get(i).before());
    }
}
