/** The document: archives of both kinds, their objects, properties, stored samples and hashes. Uses bytes and spi. Start at {@link idleheron.formats.alembic.archive.Ogawa}. */
package idleheron.formats.alembic.archive;
