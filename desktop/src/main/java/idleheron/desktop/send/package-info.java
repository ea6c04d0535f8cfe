/** The screen from which an asset is sent. Uses the model and widgets. Start at {@link idleheron.desktop.send.SendScreen}. */
package idleheron.desktop.send;
