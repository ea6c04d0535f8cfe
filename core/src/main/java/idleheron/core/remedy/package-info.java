/** What a remedy is: applied, told, measured, proved. Uses scenes and poses, and no single remedy. Start at {@link idleheron.core.remedy.Remedy}. */
package idleheron.core.remedy;
