package idleheron.core.compare;

import idleheron.core.remedy.Remedy;

/**
 * An explanation that the figures suggest, not yet tried.
 *
 * @param text one sentence without a full stop
 * @param remedy what undoes it on the returned scene
 */
record Candidate(String code, String text, Remedy remedy) {}
