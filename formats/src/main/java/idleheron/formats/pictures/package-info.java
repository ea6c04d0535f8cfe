/** How pictures travel: found, converted, laid beside. Uses disk. Start at {@link idleheron.formats.pictures.PictureFiles}. */
package idleheron.formats.pictures;
