package idleheron.core.remedy.skeleton;

import static idleheron.core.Messages.say;

import idleheron.core.pose.Pose;
import idleheron.core.remedy.Keeps;
import idleheron.core.remedy.Remedy;
import idleheron.core.remedy.RemedyType;
import idleheron.core.scene.Scene;
import idleheron.core.scene.motion.Clip;
import java.util.ArrayList;
import java.util.List;
import org.joml.Matrix4d;
import org.joml.Matrix4dc;

/**
 * Makes a frame of a clip the rest pose of the joints; what they are bound to stays.
 *
 * @param clip its name
 * @param frame in its own rate
 */
public record RestAtFrame(String clip, double frame) implements Remedy {
    public static final RemedyType TYPE = RemedyType.of(
                    "rest-at-frame",
                    RestAtFrame.class,
                    Keeps.OTHERS,
                    say("core.remedy.skeleton.RestAtFrame.makes-a-frame-of-a-clip"))
            .told(
                    "=CLIP[:FRAME]",
                    v -> new RestAtFrame(v.first().name(), v.second("0").number()));

    @Override
    public RemedyType type() {
        return TYPE;
    }

    @Override
    public String title() {
        return say("core.remedy.skeleton.RestAtFrame.rest-at-frame-of", idleheron.core.Figure.number(frame), clip);
    }

    @Override
    public String describe() {
        return say("core.remedy.skeleton.RestAtFrame.makes-that-pose-the-rest-pose");
    }

    @Override
    public Scene apply(Scene scene) {
        for (Clip c : scene.clips()) {
            if (c.name().equals(clip)) {
                Pose pose = new Pose(scene).at(c, c.rate().seconds(frame));
                List<Matrix4dc> worlds = new ArrayList<>();
                for (int i = 0; i < scene.nodes().size(); i++) {
                    worlds.add(new Matrix4d(pose.world(i)));
                }
                return RestToBind.at(scene, worlds);
            }
        }
        return scene;
    }
}
