/** A posed scene as a cache. Uses poses and the model of caches. Start at {@link idleheron.core.bake.Bake}. */
package idleheron.core.bake;
