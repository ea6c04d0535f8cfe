/** The text form of layers. Uses layers. Start at {@link idleheron.formats.usd.text.TextReader}. */
package idleheron.formats.usd.text;
