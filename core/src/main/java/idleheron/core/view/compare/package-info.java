/** Cameras and lights of two sides held against each other, over every frame. Uses pairs. Start at {@link idleheron.core.view.compare.ViewTopic}. */
package idleheron.core.view.compare;
