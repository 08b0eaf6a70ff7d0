/** The command line: commands, settings, reports for people and for programs. */
package neatroster.cli;
