/** Composed stages into scenes. Uses composition. Start at {@link idleheron.formats.usd.read.UsdSceneReader}. */
package idleheron.formats.usd.read;
