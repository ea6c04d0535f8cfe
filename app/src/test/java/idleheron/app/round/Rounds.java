package idleheron.app.round;

import java.nio.file.Path;
import java.util.List;

/** Rounds without a recipe, for tests. */
final class Rounds {
    private Rounds() {}

    static Round of(Path base, String out, String... inputs) {
        return new Round(base, List.of(inputs), "", "", "", Path.of(out), "", "");
    }

    static Round recipe(Path base, String recipe, String out, String... inputs) {
        return new Round(base, List.of(inputs), recipe, "", "", Path.of(out), "", "");
    }
}
