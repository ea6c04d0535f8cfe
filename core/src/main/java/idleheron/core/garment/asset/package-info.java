/** Garments as a kind of asset. */
package idleheron.core.garment.asset;
