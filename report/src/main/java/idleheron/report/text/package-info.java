/** Pages and tables as text. Uses nothing. Start at {@link idleheron.report.text.HtmlPage}. */
@org.jspecify.annotations.NullMarked
package idleheron.report.text;
