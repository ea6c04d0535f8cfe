/**
 * Plans of motion put onto figures and made into keys, with how far the keys are from the formulas. Uses formula, scene and pose.
 * Start at {@link idleheron.core.formula.bake.FormulaBake}.
 */
@org.jspecify.annotations.NullMarked
package idleheron.core.formula.bake;
