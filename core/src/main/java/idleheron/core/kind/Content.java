package idleheron.core.kind;

import static idleheron.core.Messages.say;

/**
 * In which form things lie in a scene, so that a carrier can say which it is able to hold.
 *
 * @param label "a cache"
 */
public record Content(String label) {
    /** Nodes with meshes, skins, clips, cameras and lights. */
    public static final Content NODES = new Content(say("core.kind.Content.a-scene-of-nodes"));

    public static final Content CACHE = new Content(say("core.kind.Content.a-cache"));
    public static final Content VOLUME = new Content(say("core.kind.Content.a-volume"));
}
