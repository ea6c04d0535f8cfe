/** OpenVDB as a carrier: what it says of itself, its outline, numbered files, and the bridge to volumes. Uses its own room, disk and spi. Start at {@link idleheron.formats.openvdb.VdbFormat}. */
package idleheron.formats.openvdb;
