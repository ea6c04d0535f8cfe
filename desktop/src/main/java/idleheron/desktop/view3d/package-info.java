/** The view: what is wished for, painted away from the window, and what is pointed at. Uses the renderer. Start at {@link idleheron.desktop.view3d.Viewport}. */
package idleheron.desktop.view3d;
