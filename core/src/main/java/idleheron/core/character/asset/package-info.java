/** Characters as a kind of asset. Uses all rooms of characters; named by the registry alone. Start at {@link idleheron.core.character.asset.CharacterAssets}. */
package idleheron.core.character.asset;
