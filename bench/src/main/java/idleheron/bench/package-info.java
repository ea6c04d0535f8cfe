/** Measurements with JMH; nothing of the program depends on them. */
package idleheron.bench;
