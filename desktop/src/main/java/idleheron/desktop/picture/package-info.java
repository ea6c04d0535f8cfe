/** The pictures of what is on the bench, and which material has which. Uses app, the model and widgets. Start at {@link idleheron.desktop.picture.PicturesModel}. */
package idleheron.desktop.picture;
