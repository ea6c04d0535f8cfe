package idleheron.core.avatar.role;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idleheron.core.avatar.Role;
import idleheron.core.scene.Scene;
import idleheron.core.scene.Stage;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;

class RoleFinderTest {
    private static final int FIGURES = Integer.getInteger("heron.figures", 200);
    private static final long FIRST = Long.getLong("heron.seed", 1_000_000L);

    private static String name(Scene s, RoleFinding f, Role role) {
        return f.node(role) < 0 ? "" : s.nodes().get(f.node(role)).name();
    }

    @Test
    void findsTheRequiredRolesOfAnyFigureAndIsNeverSureOfAWrongOne() {
        int whole = 0;
        List<String> wrong = new ArrayList<>();
        List<String> sure = new ArrayList<>();
        for (long seed = FIRST; seed < FIRST + FIGURES; seed++) {
            RandomHumanoid f = RandomHumanoid.of(seed);
            RoleFinding found = RoleFinder.find(f.scene());
            boolean all = true;
            for (Role role : Role.REQUIRED) {
                int want = Objects.requireNonNull(f.roles().get(role));
                int got = found.node(role);
                RoleGuess g = found.guess(role);
                if (got == want) {
                    continue;
                }
                all = false;
                String line = seed + " " + role.code() + " is " + want + ", found "
                        + (g == null ? "none" : f.labels().get(got) + " at " + Math.round(g.certainty() * 100) + " %")
                        + " of " + f.what();
                wrong.add(line);
                if (g != null && g.certainty() > 0.9) {
                    sure.add(line);
                }
            }
            whole += all ? 1 : 0;
        }
        assertThat(sure).isEmpty();
        assertThat((double) whole / FIGURES).as(String.join("\n", wrong)).isGreaterThanOrEqualTo(0.98);
    }

    @Test
    void aPlainFigureHasAllItsRolesByShapeAlone() {
        Scene s = PlainFigure.of(PlainFigure.JOINTS);
        RoleFinding f = RoleFinder.find(s);

        assertThat(f.doubts()).isEmpty();
        assertThat(f.missing()).isEmpty();
        assertThat(name(s, f, Role.HIPS) + name(s, f, Role.SPINE) + name(s, f, Role.HEAD))
                .isEqualTo("abc");
        assertThat(name(s, f, Role.LEFT_UPPER_ARM) + name(s, f, Role.LEFT_LOWER_ARM) + name(s, f, Role.LEFT_HAND))
                .isEqualTo("def");
        assertThat(name(s, f, Role.RIGHT_UPPER_LEG)
                        + name(s, f, Role.RIGHT_LOWER_LEG)
                        + name(s, f, Role.RIGHT_FOOT)
                        + name(s, f, Role.RIGHT_TOES))
                .isEqualTo("nopq");
        assertThat(f.up().y()).isEqualTo(1, within(1e-9));
        assertThat(f.front().z()).isEqualTo(1, within(1e-9));
        assertThat(f.guesses()).hasSize(17).doesNotContainKeys(Role.CHEST, Role.NECK, Role.LEFT_SHOULDER);
    }

    @Test
    void toesDecideWhereItLooksAndSoWhichSideIsLeft() {
        List<Object[]> away = PlainFigure.JOINTS.stream()
                .map(j -> new Object[] {j[0], j[1], j[2], j[3], -(double) j[4]})
                .toList();
        Scene s = PlainFigure.of(away);
        RoleFinding f = RoleFinder.find(s);

        assertThat(f.front().z()).isEqualTo(-1, within(1e-9));
        assertThat(name(s, f, Role.LEFT_UPPER_ARM)).isEqualTo("g");
        assertThat(Objects.requireNonNull(f.guess(Role.LEFT_FOOT)).why()).anyMatch(w -> w.contains("toes"));
    }

    @Test
    void aSideInANameDoesNotMoveARoleButIsTold() {
        List<Object[]> lying = PlainFigure.JOINTS.stream()
                .map(j -> new Object[] {
                    j[0].equals("d") ? "R_upperarm" : j[0], j[1].equals("d") ? "R_upperarm" : j[1], j[2], j[3], j[4]
                })
                .toList();
        Scene s = PlainFigure.of(lying);
        RoleGuess g = Objects.requireNonNull(RoleFinder.find(s).guess(Role.LEFT_UPPER_ARM));

        assertThat(s.nodes().get(g.node()).name()).isEqualTo("R_upperarm");
        assertThat(g.against()).contains("the side in its name");
        assertThat(g.why()).contains("its name");
    }

    @Test
    void nothingIsFoundInAChainOrInTooFewJoints() {
        List<Object[]> chain = new ArrayList<>();
        for (int i = 0; i < 30; i++) {
            chain.add(new Object[] {"c" + i, i == 0 ? "" : "c" + (i - 1), 0.0, 0.1 * i, 0.0});
        }

        assertThat(RoleFinder.find(PlainFigure.of(chain)).guesses()).isEmpty();
        assertThat(RoleFinder.find(PlainFigure.of(chain)).missing()).isEqualTo(Role.REQUIRED);
        assertThat(RoleFinder.find(PlainFigure.of(PlainFigure.JOINTS.subList(0, 9)))
                        .doubts())
                .anyMatch(d -> d.startsWith("fewer joints than a human figure needs: 9 of 15"));
        assertThat(RoleFinder.find(Scene.bare("nothing", Stage.COMMON)).isSure())
                .isFalse();
    }

    @Test
    void oneThatStandsOnHandsAndFeetIsDoubted() {
        List<Object[]> four = PlainFigure.JOINTS.stream()
                .map(j -> {
                    double y = (double) j[3];
                    boolean arm = "defghi".contains((String) j[0]);
                    double along = arm ? 1.42 : y;
                    double x = arm ? Math.signum((double) j[2]) * 0.12 : (double) j[2];
                    double drop = arm ? Math.abs((double) j[2]) - 0.18 : 0;
                    return y < 0.92
                            ? j
                            : new Object[] {
                                j[0], j[1], x, 0.95 - drop * 1.5 + (j[0].equals("c") ? 0.1 : 0), along - 0.95
                            };
                })
                .toList();
        RoleFinding f = RoleFinder.find(PlainFigure.of(four));

        assertThat(f.isSure()).isFalse();
        assertThat(f.doubts()).anyMatch(d -> d.contains("as on four feet"));
    }

    @Test
    void allJointsAtOnePlaceOrAtNoPlaceEndWithoutAFault() {
        List<Object[]> same = PlainFigure.JOINTS.stream()
                .map(j -> new Object[] {j[0], j[1], 0.0, 0.0, 0.0})
                .toList();
        List<Object[]> none = PlainFigure.JOINTS.stream()
                .map(j -> new Object[] {j[0], j[1], Double.NaN, 0.0, 1e300})
                .toList();

        assertThat(RoleFinder.find(PlainFigure.of(same)).isSure()).isFalse();
        assertThat(RoleFinder.find(PlainFigure.of(none)).isSure()).isFalse();
    }
}
