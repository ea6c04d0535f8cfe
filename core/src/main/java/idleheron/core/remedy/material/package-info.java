/** Remedies on materials. Uses scenes. Start at {@link idleheron.core.remedy.material.StripMaterials}. */
package idleheron.core.remedy.material;
