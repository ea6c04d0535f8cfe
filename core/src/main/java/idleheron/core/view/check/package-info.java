/** What is noticed about cameras and lights. Uses findings and remedies. Start at {@link idleheron.core.view.check.ViewRules}. */
package idleheron.core.view.check;
