/** What a rule says and by what it is judged: findings, measured facts, conventions of destinations. Uses poses and remedies, and no rule. Start at {@link idleheron.core.finding.Finding}. */
package idleheron.core.finding;
