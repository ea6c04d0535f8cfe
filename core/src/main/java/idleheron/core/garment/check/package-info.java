/** What is noticed about garments on a body. */
package idleheron.core.garment.check;
