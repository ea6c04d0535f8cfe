/** Remedies on clips: baked, cut, joined, shifted, resampled. Uses poses. Start at {@link idleheron.core.remedy.clip.BakeClips}. */
package idleheron.core.remedy.clip;
