/** The document: specs, fields and values, whatever their form. Uses bytes. Start at {@link idleheron.formats.usd.layer.Layer}. */
package idleheron.formats.usd.layer;
