/** Hands the parts of a round to a farm. Uses the rooms of rounds. Start at {@link idleheron.app.round.farm.SlurmFarm}. */
@org.jspecify.annotations.NullMarked
package idleheron.app.round.farm;
