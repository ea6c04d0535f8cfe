package idleheron.app;

import static idleheron.core.Messages.say;

import idleheron.core.finding.Convention;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import idleheron.formats.SceneFiles;
import idleheron.rehearsal.ConventionFiles;
import idleheron.rehearsal.Conventions;
import idleheron.rehearsal.StandIn;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Names to what they stand for; one that stands for nothing is answered with those that there are. */
public final class Known {
    private Known() {}

    /**
     * @param code the name of one that ships, or a file
     */
    public static @Nullable Convention convention(@Nullable String code) throws IOException {
        if (code == null) {
            return null;
        }
        if (code.endsWith(".toml")) {
            Path file = Path.of(code);
            if (!Files.isRegularFile(file)) {
                throw new UsageException(say("app.Known.no-convention-at", file));
            }
            return ConventionFiles.read(file);
        }
        return named("convention", code, Conventions.named(code), Conventions.all(), Convention::code);
    }

    /**
     * @throws UsageException with the codes that there are
     */
    public static StandIn standIn(String code) {
        return named("stand-in", code, StandIn.named(code), StandIn.all(), StandIn::code);
    }

    /**
     * @throws UsageException with the names that there are
     */
    public static Clip clip(Scene scene, String name) {
        Clip found = scene.clips().stream()
                .filter(c -> c.name().equals(name))
                .findFirst()
                .orElse(null);
        return named("clip", name, found, scene.clips(), Clip::name);
    }

    private static <T> T named(
            String what, String code, @Nullable T found, List<T> all, Function<? super T, String> codes) {
        if (found == null) {
            throw new UsageException(say(
                    "app.Known.no-there-are",
                    what,
                    code,
                    String.join(", ", all.stream().map(codes).toList())));
        }
        return found;
    }

    /**
     * @param told a code, or a code with a value: "limit-influences=4"
     */
    public static Remedy remedy(String told, @Nullable Convention convention) {
        try {
            return SceneFiles.remedies()
                    .told(
                            told,
                            convention == null
                                    ? null
                                    : new RemedyType.Destination(convention.axes(), convention.metersPerUnit()));
        } catch (IllegalArgumentException e) {
            throw new UsageException(say("app.Known.remedy", told, e.getMessage()));
        }
    }
}
