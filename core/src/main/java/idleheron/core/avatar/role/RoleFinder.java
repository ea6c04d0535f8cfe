package idleheron.core.avatar.role;

import static idleheron.core.Messages.say;

import idleheron.core.avatar.Role;
import idleheron.core.avatar.role.RoleNames.Part;
import idleheron.core.math.Vec3;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * Finds which joint of a rig has which role of a human figure. Every two pairs of branches of like shape are tried as legs and arms
 * ({@link BodyPlan}), and what suits the lengths, directions, hands and heads of people best is taken; names only add to that. Sides
 * come from places, never from names. A role is the less certain the better another reading would have suited.
 */
public final class RoleFinder {
    private static final double LEVEL = 0.35;

    private final JointTree t;
    private final BodyPlan plan;
    private final Facing facing;
    private final double body;
    private final Map<Role, RoleGuess> out = new EnumMap<>(Role.class);

    private RoleFinder(JointTree t, List<BodyPlan> plans) {
        this.t = t;
        this.plan = plans.getFirst();
        this.facing = Facing.of(t, plan);
        double next = 0;
        for (BodyPlan p : plans) {
            if (p.legPair() != plan.legPair() || p.armPair() != plan.armPair()) {
                next = Math.max(next, p.score());
            }
        }
        body = Fit.margin(plan.score(), next);
    }

    /** The roles of a scene's joints; places are taken where the skin was bound. */
    public static RoleFinding find(Scene scene) {
        RoleFinding joined = find(JointTree.of(scene, true));
        // a bone without length hides where a limb bends, if all at one place is taken for one
        return joined.missing().isEmpty() ? joined : better(joined, find(JointTree.of(scene, false)));
    }

    private static RoleFinding better(RoleFinding a, RoleFinding b) {
        return b.guesses().size() > a.guesses().size() ? b : a;
    }

    private static RoleFinding find(JointTree t) {
        if (t.all().length < Role.REQUIRED.size()) {
            return RoleFinding.none(say(
                    "core.avatar.role.RoleFinder.fewer-joints-than-a-figure-needs",
                    t.all().length,
                    Role.REQUIRED.size()));
        }
        List<BodyPlan> plans = BodyPlan.all(t);
        if (plans.isEmpty() || plans.getFirst().head().length == 0) {
            return RoleFinding.none(say("core.avatar.role.RoleFinder.no-two-pairs-of-limbs-with"));
        }
        return new RoleFinder(t, plans).finding();
    }

    private RoleFinding finding() {
        trunk();
        Vec3 up = plan.up(t);
        Vec3 left = up.cross(facing.front());
        for (int i = 0; i < 2; i++) {
            Vec3 side = t.place(plan.legs()[i].upper()).minus(t.place(plan.legs()[1 - i].upper()));
            String name = side.dot(left) > 0 ? "left" : "right";
            leg(name, i);
            arm(name, i);
        }
        HeadRoles.find(t, plan.head()[plan.head().length - 1], up, facing.front(), left)
                .forEach((role, node) -> put(role, node, body * 0.8, part(role)));
        return new RoleFinding(out, up, facing.front(), doubts(up));
    }

    private void trunk() {
        put(Role.HIPS, plan.hips(), body, Part.HIPS);
        int[] trunk = plan.trunk();
        int n = trunk.length;
        put(Role.SPINE, trunk[0], body, Part.SPINE);
        if (n == 2) {
            put(Role.CHEST, trunk[1], body, Part.CHEST);
        } else if (n > 2) {
            put(Role.CHEST, trunk[n / 2], body * (n > 3 ? 0.7 : 1), Part.CHEST);
            put(Role.UPPER_CHEST, trunk[n - 1], body, Part.CHEST);
        }
        int[] head = plan.head();
        if (head.length > 1) {
            put(Role.NECK, head[0], body, Part.NECK);
        }
        put(Role.HEAD, head[head.length - 1], body * plan.headMargin(), Part.HEAD);
    }

    private void leg(String side, int i) {
        LimbFit f = plan.legs()[i];
        MirrorPair pair = plan.legPair();
        List<LimbFit> all = LimbFit.legs(t, pair.at(), i == 0 ? pair.a() : pair.b());
        double sure = body * facing.certainty();
        put(Role.sided(side, "UpperLeg"), f.upper(), sure * margin(all, f, 0), Part.UPPER_LEG);
        put(Role.sided(side, "LowerLeg"), f.lower(), sure * margin(all, f, 1), Part.LOWER_LEG);
        put(Role.sided(side, "Foot"), f.end(), sure * margin(all, f, 2), Part.FOOT);
        if (f.after() >= 0) {
            put(Role.sided(side, "Toes"), f.after(), sure * margin(all, f, 2), Part.TOES);
        }
    }

    private void arm(String side, int i) {
        LimbFit f = plan.arms()[i];
        MirrorPair pair = plan.armPair();
        boolean turned = plan.legPair().normal().dot(pair.normal()) < 0;
        List<LimbFit> all = LimbFit.arms(t, pair.at(), (i == 0) == turned ? pair.b() : pair.a());
        double sure = body * facing.certainty();
        if (f.before() >= 0) {
            put(Role.sided(side, "Shoulder"), f.before(), sure * margin(all, f, 0), Part.SHOULDER);
        }
        put(Role.sided(side, "UpperArm"), f.upper(), sure * margin(all, f, 0), Part.UPPER_ARM);
        put(Role.sided(side, "LowerArm"), f.lower(), sure * margin(all, f, 1), Part.LOWER_ARM);
        put(Role.sided(side, "Hand"), f.end(), sure * margin(all, f, 2), Part.HAND);
        Map<Role, Integer> fingers = new EnumMap<>(Role.class);
        HandRoles.find(t, side, f.end(), fingers);
        fingers.forEach((role, node) -> put(role, node, sure * margin(all, f, 2) * 0.9, part(role)));
    }

    /** How far behind the best reading is in which this joint of the limb would be another. */
    private static double margin(List<LimbFit> all, LimbFit best, int joint) {
        for (LimbFit f : all) {
            boolean other = switch (joint) {
                case 0 -> f.upper() != best.upper();
                case 1 -> f.lower() != best.lower();
                default -> f.end() != best.end();
            };
            if (other) {
                return Fit.margin(best.score(), f.score());
            }
        }
        return 1;
    }

    private static Part part(Role role) {
        String code = role.code();
        return code.contains("Thumb")
                ? Part.THUMB
                : code.contains("Index")
                        ? Part.INDEX
                        : code.contains("Middle")
                                ? Part.MIDDLE
                                : code.contains("Ring")
                                        ? Part.RING
                                        : code.contains("Little")
                                                ? Part.LITTLE
                                                : code.endsWith("Eye") ? Part.EYE : Part.JAW;
    }

    private void put(Role role, int node, double shape, Part part) {
        List<String> why = new ArrayList<>(List.of(say("core.avatar.role.RoleFinder.its-place-in-the-figure")));
        List<String> against = new ArrayList<>();
        double certainty = shape;
        String name = t.name(node);
        int named = RoleNames.agrees(name, part);
        String side = RoleNames.side(name);
        boolean otherSide = !side.isEmpty() && !role.side().isEmpty() && !side.equals(role.side());
        if (named > 0) {
            why.add(say("core.avatar.role.RoleFinder.its-name"));
            certainty = 1 - (1 - certainty) * 0.5;
        } else if (named < 0) {
            against.add(say("core.avatar.role.RoleFinder.its-name"));
            certainty *= 0.8;
        }
        if (otherSide) {
            against.add(say("core.avatar.role.RoleFinder.the-side-in-its-name"));
            certainty *= 0.9;
        }
        if (!role.side().isEmpty()) {
            facing.why().forEach(w -> why.add(say("core.avatar.role.RoleFinder.where-the-point", w)));
            facing.against().forEach(w -> against.add(say("core.avatar.role.RoleFinder.where-the-point", w)));
        }
        out.put(role, new RoleGuess(role, node, certainty, why, against));
    }

    private List<String> doubts(Vec3 up) {
        List<String> doubts = new ArrayList<>();
        LimbFit arm = plan.arms()[0];
        LimbFit leg = plan.legs()[0];
        Vec3 armDown = t.direction(arm.upper(), arm.end());
        Vec3 legDown = t.direction(leg.upper(), leg.end());
        Vec3 trunk = t.direction(plan.hips(), plan.armPair().at());
        if (armDown.dot(legDown) > 0.8 && Math.abs(trunk.dot(legDown)) < 0.75) {
            doubts.add(say("core.avatar.role.RoleFinder.arms-and-legs-stand-alike-on"));
        }
        double rise = t.place(plan.armPair().at()).minus(t.place(plan.hips())).dot(up);
        if (rise < LEVEL * t.length(plan.hips(), plan.armPair().at())) {
            doubts.add(say("core.avatar.role.RoleFinder.the-arms-do-not-hang-above"));
        }
        if (facing.certainty() < 0.2) {
            doubts.add(say("core.avatar.role.RoleFinder.nothing-tells-front-from-back-so"));
        }
        return doubts;
    }
}
