/** Layers as files and inside of packages. Uses the text and crate forms. Start at {@link idleheron.formats.usd.files.UsdPackage}. */
package idleheron.formats.usd.files;
