/** Scenes into stages. Uses layers and files. Start at {@link idleheron.formats.usd.write.UsdSceneWriter}. */
package idleheron.formats.usd.write;
