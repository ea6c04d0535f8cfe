/** Baked geometry: a tree of objects with samples that are read when asked for, and its pose at any time. Uses bytes alone; never becomes nodes of a scene. Start at {@link idleheron.core.cache.Cache}. */
package idleheron.core.cache;
