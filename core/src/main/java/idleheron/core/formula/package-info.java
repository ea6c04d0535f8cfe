/**
 * Motion by formula: a clip that is written as keys with easing and as formulas over time, what each channel says and where.
 * Uses scenes' channels and time; formulas are read and worked out by a library. Start at
 * {@link idleheron.core.formula.MotionPlan}.
 */
@org.jspecify.annotations.NullMarked
package idleheron.core.formula;
