/** What is noticed about volumes, at once and by reading every voxel. Uses measures of volumes, findings and remedies. Start at {@link idleheron.core.volume.check.VolumeRules}. */
package idleheron.core.volume.check;
