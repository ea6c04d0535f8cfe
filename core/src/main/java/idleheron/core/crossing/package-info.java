/** One job as the user has set it up, what is made ready by it, and what of it goes. Uses findings, pairs and remedies. Start at {@link idleheron.core.crossing.Crossing}. */
package idleheron.core.crossing;
