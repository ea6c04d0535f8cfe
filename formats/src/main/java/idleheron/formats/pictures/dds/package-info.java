/** Packings of DDS pictures that the plug-in for the others does not know, as a reader of the platform's own kind. Start at {@link idleheron.formats.pictures.dds.DdsHead}. */
@org.jspecify.annotations.NullMarked
package idleheron.formats.pictures.dds;
