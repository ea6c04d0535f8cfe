/** Layers composed into a stage. Uses layers and files. Start at {@link idleheron.formats.usd.compose.PrimIndexer}. */
package idleheron.formats.usd.compose;
