/** What all rooms speak in: verdicts, topics, figures, tables behind them, and counts as they stand in sentences. Uses nothing. Start at {@link idleheron.core.Verdict}. */
package idleheron.core;
