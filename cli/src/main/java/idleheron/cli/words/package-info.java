/** What the command line says of its commands and options. */
@NullMarked
package idleheron.cli.words;

import org.jspecify.annotations.NullMarked;
