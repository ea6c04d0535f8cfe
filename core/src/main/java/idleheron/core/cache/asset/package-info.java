/** Caches as a kind of asset. Uses all rooms of caches; named by the registry alone. Start at {@link idleheron.core.cache.asset.CacheAssets}. */
package idleheron.core.cache.asset;
