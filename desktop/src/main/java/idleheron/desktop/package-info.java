/** The window: it makes the screens, keys and files that are dropped. Uses every room of the window; nothing uses it. Start at {@link idleheron.desktop.HeronApp}. */
package idleheron.desktop;
