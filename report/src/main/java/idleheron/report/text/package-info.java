/** Pages and tables as text, with the fonts and marks of paper. Uses verdicts and the pen. Start at {@link idleheron.report.text.HtmlPage}. */
@org.jspecify.annotations.NullMarked
package idleheron.report.text;
