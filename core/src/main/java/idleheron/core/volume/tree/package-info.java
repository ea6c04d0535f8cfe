/** The sparse tree over primitive arrays that are also seen as bytes. Uses nothing of volumes. Start at {@link idleheron.core.volume.tree.SparseTree}. */
package idleheron.core.volume.tree;
