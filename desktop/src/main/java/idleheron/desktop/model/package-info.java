/** What the window shows and all that a user can do to it, without a node of the toolkit. Uses the jobs of app. Start at {@link idleheron.desktop.model.BenchActions}. */
package idleheron.desktop.model;
