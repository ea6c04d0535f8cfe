/** Changes to a cache: tree, time, place, meshes joined and split. Uses the model and measures of caches. Start at {@link idleheron.core.cache.edit.CacheEdits}. */
package idleheron.core.cache.edit;
