/** Remedies on joints: names, roots, rest, directions, those that go. Uses the engine in space. Start at {@link idleheron.core.remedy.skeleton.SingleRoot}. */
package idleheron.core.remedy.skeleton;
