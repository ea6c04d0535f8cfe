/** Avatars as a kind of asset. May use the other rooms of avatars; start at {@link idleheron.core.avatar.asset.AvatarAssets}. */
@org.jspecify.annotations.NullMarked
package idleheron.core.avatar.asset;
