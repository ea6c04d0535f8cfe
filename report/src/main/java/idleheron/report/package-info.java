/** What came of it on paper and as data; crossings, tolerances and recipes as files. Uses core and render. Start at {@link idleheron.report.Report}. */
package idleheron.report;
