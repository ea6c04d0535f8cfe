/** Measurements of what has to be fast, with JMH. Uses everything but the entrances. Start at {@link idleheron.bench.FbxBenchmark}. */
package idleheron.bench;
