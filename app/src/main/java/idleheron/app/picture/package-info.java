/** Many pictures at once, and a model linked to what came of them. Start at {@link idleheron.app.picture.PicturesJob}. */
package idleheron.app.picture;
