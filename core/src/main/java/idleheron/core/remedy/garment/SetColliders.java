package idleheron.core.remedy.garment;

import static idleheron.core.Messages.say;

import idleheron.core.Wording;
import idleheron.core.garment.collide.Capsule;
import idleheron.core.garment.collide.Collider;
import idleheron.core.math.Vec3;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import java.util.ArrayList;
import java.util.List;

/**
 * Gives a body these colliders in place of those that it has; what hangs on a joint that is not there is left out.
 *
 * @param colliders one for each capsule
 */
public record SetColliders(List<OnJoint> colliders) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "set-colliders",
                    SetColliders.class,
                    Keeps.PICTURE,
                    say("core.remedy.garment.SetColliders.gives-a-body-colliders-as-they"))
            .measured("colliders", FitColliders::covered);

    /**
     * A capsule on a joint, in the joint's own space, metres.
     *
     * @param joint by name
     * @param a middle of its first ball
     * @param ra radius of that
     * @param b middle of its second ball
     * @param rb radius of that
     */
    public record OnJoint(String joint, Vec3 a, double ra, Vec3 b, double rb) {
        public OnJoint {
            new Capsule(a, ra, b, rb); // which refuses what is none
        }

        /** As it is in a scene. */
        public static OnJoint of(Scene s, Collider c) {
            double metres = s.stage().metersPerUnit();
            Capsule k = c.shape();
            return new OnJoint(
                    s.nodes().get(c.node()).name(),
                    k.a().times(metres),
                    metres * k.ra(),
                    k.b().times(metres),
                    metres * k.rb());
        }

        /** As a scene has it; its node is -1 where the joint is not there. */
        public Collider in(Scene s) {
            double unit = 1 / s.stage().metersPerUnit();
            return new Collider(s.find(joint), new Capsule(a.times(unit), unit * ra, b.times(unit), unit * rb));
        }
    }

    public SetColliders {
        colliders = List.copyOf(colliders);
    }

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.garment.SetColliders.set-the-colliders");
    }

    @Override
    public String describe() {
        return say(
                "core.remedy.garment.SetColliders.gives-the-body-in-place-of",
                Wording.counted(colliders.size(), "collider"));
    }

    @Override
    public Scene apply(Scene scene) {
        List<Collider> all = new ArrayList<>();
        for (OnJoint c : colliders) {
            Collider made = c.in(scene);
            if (made.node() >= 0) {
                all.add(made);
            }
        }
        return scene.with(Collider.KEY, all);
    }
}
