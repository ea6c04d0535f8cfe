package idleheron.cli;

import idleheron.core.crossing.Cargo;
import idleheron.core.crossing.Preparation;
import idleheron.core.inspect.Convention;
import idleheron.core.job.Progress;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Clip;
import idleheron.core.scene.Scene;
import idleheron.formats.SceneFiles;
import idleheron.formats.disk.Drafts;
import idleheron.formats.disk.Failures;
import idleheron.formats.pictures.PictureFiles;
import idleheron.rehearsal.ConventionFiles;
import idleheron.rehearsal.Conventions;
import idleheron.rehearsal.StandIn;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Names on the command line to what they stand for. */
final class Choices {
    private Choices() {}

    /**
     * @param code the name of one that ships, or a file
     */
    static @Nullable Convention convention(@Nullable String code) throws IOException {
        if (code == null) {
            return null;
        }
        if (code.endsWith(".toml")) {
            Path file = Path.of(code);
            if (!Files.isRegularFile(file)) {
                throw new UsageException("no convention at " + file);
            }
            return ConventionFiles.read(file);
        }
        Convention c = Conventions.named(code);
        if (c == null) {
            throw new UsageException("no convention " + code + "; there are "
                    + String.join(
                            ", ",
                            Conventions.all().stream().map(Convention::code).toList()));
        }
        return c;
    }

    static StandIn standIn(String code) {
        StandIn s = StandIn.named(code);
        if (s == null) {
            throw new UsageException("no stand-in " + code + "; there are "
                    + String.join(
                            ", ", StandIn.all().stream().map(StandIn::code).toList()));
        }
        return s;
    }

    /** What goes, from what is to be left out. */
    static Cargo cargo(List<String> without, boolean bake) {
        Cargo c = Cargo.ALL.withBaked(bake);
        for (String w : without) {
            c = switch (w) {
                case "meshes" -> c.withMeshes(false);
                case "skeleton" -> c.withSkeleton(false);
                case "smoothing" -> c.withSmoothing(false);
                case "tangents" -> c.withTangents(false);
                default ->
                    throw new UsageException(
                            "cannot leave out " + w + "; there are meshes, skeleton, smoothing, tangents");
            };
        }
        return c;
    }

    static PictureFiles.Travel pictures(String how) {
        return switch (how) {
            case "as-they-are" -> PictureFiles.Travel.AS_THEY_ARE;
            case "inside" -> PictureFiles.Travel.INSIDE;
            case "beside" -> PictureFiles.Travel.BESIDE;
            default -> throw new UsageException("--pictures " + how + ", expected as-they-are, inside or beside");
        };
    }

    /**
     * @param told a code, or a code with a value: "limit-influences=4"
     */
    static Remedy remedy(String told, @Nullable Convention convention) {
        try {
            return SceneFiles.remedies()
                    .told(
                            told,
                            convention == null
                                    ? null
                                    : new RemedyType.Destination(convention.axes(), convention.metersPerUnit()));
        } catch (IllegalArgumentException e) {
            throw new UsageException("--remedy " + told + ": " + e.getMessage());
        }
    }

    /** Says no before any work to targets that may not be written. */
    static void free(List<Path> targets, boolean overwrite, List<Path> sources) throws IOException {
        for (Path f : targets) {
            if (Files.exists(f, LinkOption.NOFOLLOW_LINKS) && !overwrite) {
                throw new UsageException(f + " is already there; --overwrite replaces it");
            }
        }
        try (Drafts drafts = new Drafts(overwrite, sources)) {
            drafts.check(targets);
        } catch (IOException e) {
            throw new UsageException(Failures.text(e));
        }
    }

    /** The scene with all remedies applied and proved; what a remedy cannot take is wrong usage. */
    static Preparation prepared(Scene scene, List<Remedy> remedies) {
        try {
            return Preparation.of(scene, remedies, Progress.NONE);
        } catch (IllegalArgumentException e) {
            throw new UsageException("--remedy " + e.getMessage());
        }
    }

    static Clip clip(Scene scene, String name) {
        return scene.clips().stream()
                .filter(c -> c.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new UsageException("no clip " + name + "; there are "
                        + String.join(
                                ", ", scene.clips().stream().map(Clip::name).toList())));
    }
}
