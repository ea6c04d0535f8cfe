/** Capsules that stand for a body where cloth must not go: what they leave uncovered, how they are fitted, how files carry them. */
package idleheron.core.garment.collide;
