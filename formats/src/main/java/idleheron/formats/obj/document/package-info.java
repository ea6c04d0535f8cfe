/** Exactly what OBJ and MTL files hold: pools of points, coordinates and normals, faces, what holds from which face on, lines of materials. Uses bytes alone. Start at {@link idleheron.formats.obj.document.ObjDocument}. */
@org.jspecify.annotations.NullMarked
package idleheron.formats.obj.document;
