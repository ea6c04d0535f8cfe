/** Pictures as numbers, with no word on the files they come from: how they are looked up on a surface. Uses scene and job. Start at {@link idleheron.core.picture.Texels}. */
package idleheron.core.picture;
