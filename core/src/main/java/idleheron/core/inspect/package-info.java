/** The engine that looks over one scene, and scenes put together. Asks every kind of asset and knows none by name. Start at {@link idleheron.core.inspect.Inspection}. */
package idleheron.core.inspect;
