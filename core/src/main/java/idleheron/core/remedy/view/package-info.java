/** Remedies on cameras and lights. Uses remedies on skeletons for the nodes that go. Start at {@link idleheron.core.remedy.view.DropCamerasAndLights}. */
package idleheron.core.remedy.view;
