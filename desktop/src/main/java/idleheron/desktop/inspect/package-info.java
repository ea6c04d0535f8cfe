/** The screen where an asset is looked over. Uses the model, the view and widgets. Start at {@link idleheron.desktop.inspect.LookOverScreen}. */
package idleheron.desktop.inspect;
