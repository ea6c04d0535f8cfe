/** Figures of caches: gaps, sizes, speeds, equal meshes, motion that does not bend. Uses the model of caches. Start at {@link idleheron.core.cache.measure.CacheGap}. */
package idleheron.core.cache.measure;
