/** What is noticed about caches, at once and by reading every sample. Uses measures of caches, findings and remedies. Start at {@link idleheron.core.cache.check.CacheRules}. */
package idleheron.core.cache.check;
