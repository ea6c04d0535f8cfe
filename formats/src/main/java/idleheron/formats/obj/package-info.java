/** OBJ and MTL as a carrier. Start at {@link idleheron.formats.obj.ObjFormat}. */
@org.jspecify.annotations.NullMarked
package idleheron.formats.obj;
