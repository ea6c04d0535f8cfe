/** Grids and volumes: heads, maps, changes that are made when voxels are read, sampling. Uses the sparse tree. Start at {@link idleheron.core.volume.Volume}. */
package idleheron.core.volume;
