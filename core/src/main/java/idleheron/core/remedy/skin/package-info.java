/** Remedies on weights. Uses poses. Start at {@link idleheron.core.remedy.skin.TuneWeights}. */
package idleheron.core.remedy.skin;
