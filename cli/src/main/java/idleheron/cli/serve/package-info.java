/** Requests over standard input and output: framing, answers, and files that stay warm. Uses the carriers. Start at {@link idleheron.cli.serve.Requests}. */
@org.jspecify.annotations.NullMarked
package idleheron.cli.serve;
