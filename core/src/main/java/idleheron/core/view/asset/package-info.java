/** Cameras and lights as a kind of asset. Uses all rooms of views; named by the registry alone. Start at {@link idleheron.core.view.asset.ViewAssets}. */
package idleheron.core.view.asset;
