/** The command line: one class for each command, which reads options, runs a job and prints. Uses the jobs of app, and what is below them for printing; nothing uses it. Start at {@link idleheron.cli.Main}. */
package idleheron.cli;
