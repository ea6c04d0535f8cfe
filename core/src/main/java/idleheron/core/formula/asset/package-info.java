/**
 * Motion by formula as a kind of asset: what was written, what became of it, and what is noticed about it. Uses formula, kind
 * and finding. Start at {@link idleheron.core.formula.asset.FormulaAssets}.
 */
@org.jspecify.annotations.NullMarked
package idleheron.core.formula.asset;
