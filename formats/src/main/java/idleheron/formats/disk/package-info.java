/** How files are read, put in place after their proof, named, and how their failures are told. Uses bytes. Start at {@link idleheron.formats.disk.Drafts}. */
package idleheron.formats.disk;
