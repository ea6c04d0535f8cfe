/** Volumes as a kind of asset. Uses all rooms of volumes; named by the registry alone. Start at {@link idleheron.core.volume.asset.VolumeAssets}. */
package idleheron.core.volume.asset;
