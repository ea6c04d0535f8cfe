/** The screen where a crossing is signed and reports are left. Uses the model and widgets. Start at {@link idleheron.desktop.signoff.SignOffScreen}. */
package idleheron.desktop.signoff;
