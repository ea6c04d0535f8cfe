/** Between OBJ documents and scenes. Start at {@link idleheron.formats.obj.bridge.ObjSceneReader}. */
@org.jspecify.annotations.NullMarked
package idleheron.formats.obj.bridge;
