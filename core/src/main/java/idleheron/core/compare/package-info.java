/** The engine that holds what was sent against what came back: topics, causes that were tried, losses. Asks every kind of asset and knows none by name. Start at {@link idleheron.core.compare.Comparison}. */
package idleheron.core.compare;
