package idleheron.app;

import static idleheron.core.Messages.say;

import idleheron.core.compare.Comparison;
import idleheron.core.crossing.Asset;
import idleheron.core.job.Progress;
import idleheron.core.pair.CompareSettings;
import idleheron.core.remedy.Remedy;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.Drafts;
import idleheron.formats.spi.SceneFormat;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * Writes what came back, mended, in the carrier that the ending of its name says; read back and compared once more before it is
 * put in place.
 *
 * @param replace whether a file that is there may be replaced
 * @param sources files that were read, which are never written on
 */
public record MendJob(Path to, boolean replace, List<Path> sources) {
    public MendJob {
        sources = List.copyOf(sources);
    }

    /**
     * What was written.
     *
     * @param comparison of it, read back, with what was sent
     */
    public record Mended(Asset written, Comparison comparison) {}

    /**
     * Says no before any work.
     *
     * @throws UsageException for an ending of no carrier, a file that was read, or one that may not be replaced
     */
    public void check() throws IOException {
        format();
        if (!replace && Files.exists(to)) {
            throw new UsageException(say("app.MendJob.is-already-there-overwrite-replaces-it", to));
        }
        try (Drafts drafts = new Drafts(replace, sources)) {
            drafts.check(List.of(to));
        }
    }

    private SceneFormat format() {
        SceneFormat out = SceneFiles.byName(to);
        if (out == null) {
            throw new UsageException(say(
                    "app.MendJob.has-the-ending-of-no-carrier",
                    to,
                    String.join(
                            ", ",
                            SceneFiles.formats().stream()
                                    .flatMap(f -> f.endings().stream())
                                    .toList())));
        }
        return out;
    }

    /**
     * Mends and writes.
     *
     * @param terms that it is compared under, and whether as meant
     * @param remedies on what came back, in their order
     */
    public Mended run(
            Asset sent,
            Asset returned,
            List<Remedy> remedies,
            CompareSettings terms,
            boolean asMeant,
            Progress progress)
            throws IOException {
        Scene mended = returned.scene();
        for (Remedy r : remedies) {
            mended = r.apply(mended);
        }
        SceneFormat format = format();
        try (Drafts drafts = new Drafts(replace, sources)) {
            SceneFormat.ReadScene back =
                    SceneFiles.draft(mended, to, format, format.variants().getFirst(), drafts, progress.part(0, 0.6));
            Asset written = new Asset(back.scene(), to.toString(), back.format(), back.variant(), back.bytes());
            Comparison c = new CompareJob(sent, written, List.of(), terms, asMeant)
                    .run(progress.part(0.6, 1))
                    .comparison();
            drafts.place();
            drafts.keep();
            return new Mended(written, c);
        }
    }
}
