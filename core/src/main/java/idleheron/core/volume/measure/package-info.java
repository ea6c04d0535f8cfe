/** Figures of volumes: statistics, differences, losses, depth. Uses the model of volumes. Start at {@link idleheron.core.volume.measure.GridDifference}. */
package idleheron.core.volume.measure;
