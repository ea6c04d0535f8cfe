/** Remedies on caches, and the figures they are judged by. Uses changes to caches. Start at {@link idleheron.core.remedy.cache.ChangeCache}. */
package idleheron.core.remedy.cache;
