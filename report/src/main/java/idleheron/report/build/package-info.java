/** What a build server reads: findings as JUnit XML and as SARIF, and those that are known and accepted. Start at {@link idleheron.report.build.KnownFindings}. */
@org.jspecify.annotations.NullMarked
package idleheron.report.build;
