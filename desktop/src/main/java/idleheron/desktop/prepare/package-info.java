/** The screen where an asset is made ready. Uses the model, the view and widgets. Start at {@link idleheron.desktop.prepare.MakeReadyScreen}. */
package idleheron.desktop.prepare;
