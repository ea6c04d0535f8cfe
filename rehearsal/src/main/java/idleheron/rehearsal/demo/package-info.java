/** The demo data, made by code. Uses the model and names the carriers that it writes. Start at {@link idleheron.rehearsal.demo.DemoData}. */
package idleheron.rehearsal.demo;
