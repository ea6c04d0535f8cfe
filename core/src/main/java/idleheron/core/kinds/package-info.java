/** The registry of the kinds of assets: a line each. Uses the room of every kind; only engines and entrances use it. Start at {@link idleheron.core.kinds.AssetKinds}. */
package idleheron.core.kinds;
