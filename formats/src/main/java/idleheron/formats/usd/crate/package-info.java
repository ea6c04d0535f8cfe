/** The binary form of layers. Uses layers. Start at {@link idleheron.formats.usd.crate.CrateReader}. */
package idleheron.formats.usd.crate;
