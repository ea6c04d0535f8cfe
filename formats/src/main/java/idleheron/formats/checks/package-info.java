/** What is looked at beside a scene: links, pictures, objects of caches. Uses core and disk. Start at {@link idleheron.formats.checks.SceneChecks}. */
package idleheron.formats.checks;
