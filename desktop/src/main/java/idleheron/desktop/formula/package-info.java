/** Motion by formula, written beside the figure that it moves. Uses app, the model and the view. Start at {@link idleheron.desktop.formula.FormulaModel}. */
package idleheron.desktop.formula;
