/** What is said on a terminal, and how a command ends. */
package neatroster.cli.terminal;
