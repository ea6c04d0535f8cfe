/** Remedies on volumes, and the figures they are judged by. Uses changes to grids. Start at {@link idleheron.core.remedy.volume.ChangeGrids}. */
package idleheron.core.remedy.volume;
