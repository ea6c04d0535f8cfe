/** Garments in the window: trying on. */
@org.jspecify.annotations.NullMarked
package idleheron.desktop.garment;
