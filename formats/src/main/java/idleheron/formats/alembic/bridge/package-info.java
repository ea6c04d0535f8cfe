/** Archives into caches and caches into archives, by their schemas. Uses the document. Start at {@link idleheron.formats.alembic.bridge.AbcReader}. */
package idleheron.formats.alembic.bridge;
