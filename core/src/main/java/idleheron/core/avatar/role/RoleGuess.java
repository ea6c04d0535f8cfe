package idleheron.core.avatar.role;

import idleheron.core.avatar.Role;
import java.util.List;

/**
 * Which joint seems to have a role.
 *
 * @param node its node in the scene
 * @param certainty 0 to 1; below 0.5 somebody should look at it
 * @param why what speaks for it, a few words each: "the name"
 * @param against what speaks against it
 */
public record RoleGuess(Role role, int node, double certainty, List<String> why, List<String> against) {
    /** From here on a guess is believed without being asked for. */
    public static final double SURE = 0.5;

    public RoleGuess {
        why = List.copyOf(why);
        against = List.copyOf(against);
    }

    /** Whether it should be asked before it is believed. */
    public boolean isDoubtful() {
        return certainty < SURE;
    }
}
