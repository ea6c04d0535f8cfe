package idleheron.core.scene;

/** Something a file holds that has no place in a scene. It is carried unread, for a writer of the same format. */
public interface OpaqueData {
    /** The format that knows what to do with it: "FBX". */
    String format();

    /** What the file calls such a thing: "Constraint". */
    String kind();

    String name();
}
