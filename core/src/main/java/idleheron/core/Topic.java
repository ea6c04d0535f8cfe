package idleheron.core;

/**
 * One heading of a result. Those that the program itself knows are constants here; what else there is comes with its kind of
 * asset.
 *
 * @param code "units-and-axes", stable
 * @param title as a person reads it
 */
public record Topic(String code, String title) {
    public static final Topic UNITS_AND_AXES = new Topic("units-and-axes", "Units and axes");
    public static final Topic HIERARCHY = new Topic("hierarchy", "Hierarchy");
    public static final Topic REST_POSE = new Topic("rest-pose", "Rest pose");
    public static final Topic JOINT_ORIENTATION = new Topic("joint-orientation", "Joint orientation");
    public static final Topic SKIN_WEIGHTS = new Topic("skin-weights", "Skin weights");
    public static final Topic CLIPS = new Topic("clips", "Clips");
    public static final Topic BLEND_SHAPES = new Topic("blend-shapes", "Blend shapes");
    public static final Topic SURFACES = new Topic("surfaces", "Surfaces");
    public static final Topic MATERIALS = new Topic("materials", "Materials, textures");
    public static final Topic CACHES = new Topic("caches", "Caches");
    public static final Topic VOLUMES = new Topic("volumes", "Volumes");
    public static final Topic AVATAR = new Topic("avatar", "Avatar");
    public static final Topic CAMERAS_LIGHTS = new Topic("cameras-lights", "Cameras, lights");
}
