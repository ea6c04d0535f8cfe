/** What is worn: how it lies on a body and what it is made of. Places are in metres, as meant. Start at {@link idleheron.core.garment.Worn}. */
package idleheron.core.garment;
