/** Pictures of what is compared: moments of both sides over each other, filmstrips, plots. Uses core and render. Start at {@link idleheron.report.picture.Snapshot}. */
@org.jspecify.annotations.NullMarked
package idleheron.report.picture;
