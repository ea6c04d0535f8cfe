/** Pictures of the view, painted away from the window, and what lies where in them. Uses the renderer. Start at {@link idleheron.desktop.paint.ViewPainter}. */
package idleheron.desktop.paint;
