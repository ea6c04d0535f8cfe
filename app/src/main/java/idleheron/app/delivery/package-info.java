/**
 * Deliveries: what would be written, the list of what was with the settings it was written by, and the same again later. Start at
 * {@link idleheron.app.delivery.DeliveryList}.
 */
@org.jspecify.annotations.NullMarked
package idleheron.app.delivery;
