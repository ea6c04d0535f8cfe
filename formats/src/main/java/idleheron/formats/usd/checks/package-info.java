/** What is noticed about stages and packages. Uses layers and composition. Start at {@link idleheron.formats.usd.checks.UsdChecks}. */
package idleheron.formats.usd.checks;
