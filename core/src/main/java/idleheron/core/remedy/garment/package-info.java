/** Remedies of garments. */
package idleheron.core.remedy.garment;
