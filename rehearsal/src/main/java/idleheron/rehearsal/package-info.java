/** Conventions of destinations, and simulated tools with their habits. Uses core and formats. Start at {@link idleheron.rehearsal.StandIn}. */
package idleheron.rehearsal;
