/** The document: heads, topology, values and their compression, read, rescued and written. Uses bytes and spi; its values lie in the sparse tree as they are stored. Start at {@link idleheron.formats.openvdb.coding.VdbReader}. */
package idleheron.formats.openvdb.coding;
