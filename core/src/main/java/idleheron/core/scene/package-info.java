/** The immutable scene: stage, nodes, and parts by kind. Uses meshes, motion, and the models of caches and volumes, which it keeps. Start at {@link idleheron.core.scene.Scene}. */
package idleheron.core.scene;
