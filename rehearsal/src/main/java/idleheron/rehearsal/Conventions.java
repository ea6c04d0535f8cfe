package idleheron.rehearsal;

import idleheron.core.inspect.Convention;
import idleheron.core.math.AxisSystem;
import idleheron.core.time.FrameRate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** The conventions that ship with the program. */
public final class Conventions {
    public static final Convention GAME_CENTIMETRES = new Convention(
            "game-centimetres", "Game budget, centimetres", AxisSystem.COMMON, 0.01, null, 4, true, false);
    public static final Convention Z_UP_METRES =
            new Convention("z-up-metres", "Z up, metres", AxisSystem.Z_UP, 1, null, 0, true, true);
    public static final Convention Z_UP_LEFT_CENTIMETRES = new Convention(
            "z-up-left-centimetres",
            "Z up, left-handed, centimetres",
            AxisSystem.Z_UP_LEFT,
            0.01,
            FrameRate.of(30),
            4,
            true,
            true);
    public static final Convention Y_UP_METRES =
            new Convention("y-up-metres", "Y up, metres", AxisSystem.COMMON, 1, null, 0, true, true);

    private static final List<Convention> ALL =
            List.of(GAME_CENTIMETRES, Z_UP_METRES, Z_UP_LEFT_CENTIMETRES, Y_UP_METRES);

    private Conventions() {}

    public static List<Convention> all() {
        return ALL;
    }

    public static @Nullable Convention named(String code) {
        return ALL.stream().filter(c -> c.code().equals(code)).findFirst().orElse(null);
    }
}
