package idleheron.app;

import static idleheron.core.Messages.say;

import idleheron.core.character.compare.SkeletonFit;
import idleheron.core.job.Progress;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.delivery.Deliveries;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.Failures;
import idleheron.formats.spi.Delivery;
import idleheron.formats.spi.SceneFormat;
import idleheron.formats.spi.Target;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Writes a scene that was made ready, in one file or several, reads each back and proves it.
 *
 * @param folder where the scene comes from, for its pictures; or null
 * @param sources the files that were read, which are never written on
 * @param overwrite whether what is there may be replaced
 */
public record SendJob(@Nullable Path folder, List<Path> sources, Delivery delivery, Target target, boolean overwrite) {
    public SendJob {
        sources = List.copyOf(sources);
    }

    /** The carrier that a name asks for. */
    public static SceneFormat carrier(Path target) {
        SceneFormat format = SceneFiles.byName(target);
        if (format == null) {
            throw new UsageException(say("app.SendJob.no-carrier-for", target.getFileName()));
        }
        return format;
    }

    /**
     * The variant that is asked for, or the one that a name asks for.
     *
     * @param asked or null
     */
    public static String variant(SceneFormat format, Path target, @Nullable String asked) {
        String kind = asked == null ? format.variant(target) : asked;
        if (!format.variants().contains(kind)) {
            throw new UsageException(
                    say("app.SendJob.no-variant-there-are", kind, String.join(", ", format.variants())));
        }
        return kind;
    }

    /** Says no before any work: to what the carrier cannot hold, and to targets that may not be written. */
    public void check(Scene scene, String from) throws IOException {
        String refusal = Carriers.refusal(
                target.format(), scene, from, String.valueOf(target.file().getFileName()));
        if (!refusal.isEmpty()) {
            throw new UsageException(refusal);
        }
        free(Deliveries.files(delivery, scene, target), overwrite, sources);
    }

    /** Says no to targets that are there and may not be replaced, or that were read. */
    public static void free(List<Path> targets, boolean overwrite, List<Path> sources) throws IOException {
        for (Path f : targets) {
            if (Files.exists(f, LinkOption.NOFOLLOW_LINKS) && !overwrite) {
                throw new UsageException(say("app.SendJob.is-already-there-overwrite-replaces-it", f));
            }
        }
        try (Drafts drafts = new Drafts(overwrite, sources)) {
            drafts.check(targets);
        } catch (IOException e) {
            throw new UsageException(Failures.text(e));
        }
    }

    /** How the skeleton that goes fits one that was delivered before. */
    public SkeletonFit fit(Scene scene, Path delivered, Progress progress) throws IOException {
        return SkeletonFit.of(
                delivery.cargo().of(scene), SceneFiles.read(delivered, progress).scene());
    }

    /**
     * Writes and proves; what reads back with a fault is placed only where nothing was.
     *
     * @throws UsageException when the variant cannot hold the scene as it was made ready
     */
    public Delivery.Outcome run(Scene scene, Progress progress) throws IOException {
        try (Drafts drafts = new Drafts(overwrite, sources)) {
            return written(scene, drafts, progress);
        }
    }

    /** As {@link #run}, but leaves files untouched that would get the bytes that they have. */
    public Delivery.Outcome changed(Scene scene, Progress progress) throws IOException {
        try (Drafts drafts = Drafts.changed(sources)) {
            return written(scene, drafts, progress);
        }
    }

    /** As {@link #run}, but puts nothing in place: what would be written, and what that would do to what is there. */
    public Delivery.Outcome tried(Scene scene, Progress progress) throws IOException {
        Path to = target.file().toAbsolutePath().normalize().getParent();
        if (to == null) {
            throw new UsageException(say("app.SendJob.is-not-the-name-of-a", target.file()));
        }
        try (Drafts drafts = Drafts.trial(to, sources)) {
            return written(scene, drafts, progress);
        }
    }

    private Delivery.Outcome written(Scene scene, Drafts drafts, Progress progress) throws IOException {
        String refusal = target.format().refusal(scene, target.variant());
        if (!refusal.isEmpty()) {
            throw new UsageException(target.file().getFileName() + ": " + refusal);
        }
        return Deliveries.write(delivery, scene, folder, target, drafts, progress);
    }
}
