/** What codecs share, and the error that says place, expected and found. Uses core.bytes. Start at {@link idleheron.formats.bytes.ByteCursor}. */
package idleheron.formats.bytes;
