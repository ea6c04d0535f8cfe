/** Caches of two sides held against each other: partners, topic, causes, losses. Uses measures of caches and pairs. Start at {@link idleheron.core.cache.compare.CacheTopic}. */
package idleheron.core.cache.compare;
