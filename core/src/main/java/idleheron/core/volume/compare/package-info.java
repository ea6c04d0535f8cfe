/** Volumes of two sides held against each other: partners, topic, causes, losses. Uses measures of volumes and pairs. Start at {@link idleheron.core.volume.compare.VolumeTopic}. */
package idleheron.core.volume.compare;
