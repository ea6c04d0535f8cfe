/** The registry of carriers, through which all files are read, and what is looked at beside a scene. Uses every carrier; only it and the demo name one. Start at {@link idleheron.formats.SceneFiles}. */
package idleheron.formats;
