package idleheron.core.avatar.role;

import idleheron.core.avatar.Role;
import idleheron.core.math.Vec3;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What was found of the roles of a rig.
 *
 * @param guesses a joint for each role that was found
 * @param up from hips to head, as meant, of length 1; zero where nothing was found
 * @param front where it looks, as meant, of length 1
 * @param doubts what speaks against a human figure as a whole, a clause each
 */
public record RoleFinding(Map<Role, RoleGuess> guesses, Vec3 up, Vec3 front, List<String> doubts) {
    /** Nothing found. */
    static RoleFinding none(String why) {
        return new RoleFinding(Map.of(), Vec3.ZERO, Vec3.ZERO, List.of(why));
    }

    public RoleFinding {
        guesses = guesses.isEmpty() ? Map.of() : java.util.Collections.unmodifiableMap(new EnumMap<>(guesses));
        doubts = List.copyOf(doubts);
    }

    /** The node of a role, or -1. */
    public int node(Role role) {
        RoleGuess g = guesses.get(role);
        return g == null ? -1 : g.node();
    }

    /** What the shape says of a role; null where no joint suits it. */
    public @Nullable RoleGuess guess(Role role) {
        return guesses.get(role);
    }

    /** Roles that every avatar must have and that were not found. */
    public List<Role> missing() {
        return Role.REQUIRED.stream().filter(r -> !guesses.containsKey(r)).toList();
    }

    /** Those that somebody should look at. */
    public List<Role> doubtful() {
        return guesses.values().stream()
                .filter(RoleGuess::isDoubtful)
                .map(RoleGuess::role)
                .toList();
    }

    /** Whether every required role was found and nothing speaks against it. */
    public boolean isSure() {
        return doubts.isEmpty() && missing().isEmpty() && Role.REQUIRED.stream().noneMatch(doubtful()::contains);
    }
}
