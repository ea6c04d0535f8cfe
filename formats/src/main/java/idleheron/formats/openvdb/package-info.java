/** OpenVDB: the document, its compression, and the bridge to volumes. Uses bytes, disk and spi. Start at {@link idleheron.formats.openvdb.VdbReader}. */
package idleheron.formats.openvdb;
