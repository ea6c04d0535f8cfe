/** The screen where files come together. Uses the model and widgets. Start at {@link idleheron.desktop.gather.GatherScreen}. */
package idleheron.desktop.gather;
