package idleheron.rehearsal;

import idleheron.core.finding.Convention;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** The conventions that ship with the program, each a file of its own: see {@link ConventionFiles}. */
public final class Conventions {
    public static final Convention GAME_CENTIMETRES = shipped("game-centimetres");
    public static final Convention Z_UP_METRES = shipped("z-up-metres");
    public static final Convention Z_UP_LEFT_CENTIMETRES = shipped("z-up-left-centimetres");
    public static final Convention Y_UP_METRES = shipped("y-up-metres");

    private static final List<Convention> ALL = List.of(
            GAME_CENTIMETRES,
            shipped("game-centimetres-x"),
            Z_UP_METRES,
            shipped("z-up-metres-y"),
            Z_UP_LEFT_CENTIMETRES,
            Y_UP_METRES,
            shipped("phone"),
            shipped("humanoid-avatar"));

    private Conventions() {}

    private static Convention shipped(String code) {
        String file = "conventions/" + code + ".toml";
        try (InputStream in = Objects.requireNonNull(Conventions.class.getResourceAsStream(file), file)) {
            return ConventionFiles.read(code, file, new String(in.readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Those that ship. */
    public static List<Convention> all() {
        return ALL;
    }

    /** By its code; null where there is none. */
    public static @Nullable Convention named(String code) {
        return ALL.stream().filter(c -> c.code().equals(code)).findFirst().orElse(null);
    }

    /** The text of one that ships, to copy from. */
    public static String text(Convention c) throws IOException {
        try (InputStream in = Conventions.class.getResourceAsStream("conventions/" + c.code() + ".toml")) {
            return in == null ? "" : new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }
}
