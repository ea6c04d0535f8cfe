/** Progress, cores and budgets for what a file may ask for. Uses nothing. Start at {@link idleheron.core.job.Budget}. */
package idleheron.core.job;
