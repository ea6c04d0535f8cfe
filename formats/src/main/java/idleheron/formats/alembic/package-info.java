/** Alembic: archives of both kinds, their objects, and the bridge to caches. Uses bytes, disk and spi. Start at {@link idleheron.formats.alembic.AbcReader}. */
package idleheron.formats.alembic;
