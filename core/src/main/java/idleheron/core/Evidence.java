package idleheron.core;

import java.util.List;

/**
 * The table behind a topic.
 *
 * @param columns headings after the first, which is the subject; each with its unit in it
 * @param rows worst first
 */
public record Evidence(String subject, List<String> columns, List<Row> rows) {
    public static final Evidence NONE = new Evidence("", List.of(), List.of());

    /**
     * One line.
     *
     * @param sentNode node it is about on the sent side, or -1
     * @param returnedNode node it is about on the returned side, or -1
     * @param clip index of the sent clip, or -1
     * @param seconds moment it is about, or NaN
     * @param over whether it is over tolerance
     * @param cells what stands in the columns: numbers as {@link Double}, else text
     */
    public record Row(
            String subject,
            int sentNode,
            int returnedNode,
            int clip,
            double seconds,
            boolean over,
            List<Object> cells) {
        public Row {
            cells = List.copyOf(cells);
        }
    }

    /** Rows over their tolerance. */
    public long over() {
        return rows.stream().filter(Row::over).count();
    }
}
