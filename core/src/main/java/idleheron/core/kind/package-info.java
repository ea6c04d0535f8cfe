/** What a kind of asset has to say of itself, and the small records that it says it with. Uses findings and pairs, and no kind. Start at {@link idleheron.core.kind.AssetKind}. */
package idleheron.core.kind;
