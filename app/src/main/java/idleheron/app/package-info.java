/** What a user can have done, one class for each: open, check, make ready, send, compare, rehearse, batch, report. Uses everything below the two entrances but the view; knows neither the command line nor the window. Start at {@link idleheron.app.SendJob}. */
package idleheron.app;
