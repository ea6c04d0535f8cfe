package idleheron.core;

import static idleheron.core.Messages.say;

/**
 * One heading of a result. Those that the program itself knows are constants here; what else there is comes with its kind of
 * asset.
 *
 * @param code "units-and-axes", stable
 * @param title as a person reads it
 */
public record Topic(String code, String title) {
    public static final Topic UNITS_AND_AXES = new Topic("units-and-axes", say("core.Topic.units-and-axes"));
    public static final Topic HIERARCHY = new Topic("hierarchy", say("core.Topic.hierarchy"));
    public static final Topic REST_POSE = new Topic("rest-pose", say("core.Topic.rest-pose"));
    public static final Topic JOINT_ORIENTATION = new Topic("joint-orientation", say("core.Topic.joint-orientation"));
    public static final Topic SKIN_WEIGHTS = new Topic("skin-weights", say("core.Topic.skin-weights"));
    public static final Topic CLIPS = new Topic("clips", say("core.Topic.clips"));
    public static final Topic BLEND_SHAPES = new Topic("blend-shapes", say("core.Topic.blend-shapes"));
    public static final Topic SURFACES = new Topic("surfaces", say("core.Topic.surfaces"));
    public static final Topic MATERIALS = new Topic("materials", say("core.Topic.materials-textures"));
    public static final Topic CACHES = new Topic("caches", say("core.Topic.caches"));
    public static final Topic VOLUMES = new Topic("volumes", say("core.Topic.volumes"));
    public static final Topic AVATAR = new Topic("avatar", say("core.Topic.avatar"));
    public static final Topic CAMERAS_LIGHTS = new Topic("cameras-lights", say("core.Topic.cameras-lights"));
}
