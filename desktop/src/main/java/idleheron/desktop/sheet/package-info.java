/** What lies over the screens for a while: help, settings, the file as stored, layers. Uses the model and widgets. Start at {@link idleheron.desktop.sheet.Sheets}. */
package idleheron.desktop.sheet;
