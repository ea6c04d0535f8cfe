/** Remedies on axes, unit, scale and place, over one engine. Uses remedies on clips, caches and volumes, which move along. Start at {@link idleheron.core.remedy.space.Rebase}. */
package idleheron.core.remedy.space;
