/** Was a garment made for this body, in this pose, size and unit? Start at {@link idleheron.core.garment.fit.FitExplanation}. */
package idleheron.core.garment.fit;
