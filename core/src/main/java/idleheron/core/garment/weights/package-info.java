/** Skin weights of a garment from the body that wears it. Start at {@link idleheron.core.garment.weights.WeightTransfer}. */
package idleheron.core.garment.weights;
