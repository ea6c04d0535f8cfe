/** The screen where both sides are held against each other. Uses the model, the view and widgets. Start at {@link idleheron.desktop.compare.CompareScreen}. */
package idleheron.desktop.compare;
