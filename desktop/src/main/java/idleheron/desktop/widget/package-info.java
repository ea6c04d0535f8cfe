/** What several screens are made of. Uses the model. Start at {@link idleheron.desktop.widget.Ui}. */
package idleheron.desktop.widget;
