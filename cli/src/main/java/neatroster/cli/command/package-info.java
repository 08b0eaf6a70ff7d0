/** The commands: options to a session, one call, a report. */
package neatroster.cli.command;
