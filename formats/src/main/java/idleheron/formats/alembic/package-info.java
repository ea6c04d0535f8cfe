/** Alembic as a carrier: what it says of itself, its outline and delivery. Uses its own rooms. Start at {@link idleheron.formats.alembic.AbcFormat}. */
package idleheron.formats.alembic;
