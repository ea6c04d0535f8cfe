/** The registry of remedies: a line each. Uses every remedy. Start at {@link idleheron.core.remedy.catalogue.RemedyCatalogue}. */
package idleheron.core.remedy.catalogue;
