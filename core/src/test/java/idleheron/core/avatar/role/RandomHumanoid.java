package idleheron.core.avatar.role;

import idleheron.core.avatar.Role;
import idleheron.core.scene.Scene;
import java.util.List;
import java.util.Map;
import java.util.Random;

/**
 * Human figures of all kinds: proportions from child to giant, any number of joints in trunk, neck and fingers, joints between,
 * hair, tails, wings, skirts, controls and tips, poses, axes, units, turned joints, names that tell, say nothing, or lie about the
 * side.
 *
 * @param roles the node of every role that the figure has
 * @param labels what each node was made as
 * @param what how it was made, for reading
 */
public record RandomHumanoid(Scene scene, Map<Role, Integer> roles, List<String> labels, String what) {

    public static RandomHumanoid of(long seed) {
        Random r = new Random(seed * 7919 + 13);
        return new HumanoidScene(r, new HumanoidBody(r).make()).scene();
    }
}
