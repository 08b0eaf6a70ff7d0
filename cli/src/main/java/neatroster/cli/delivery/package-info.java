/** What is shown while a run is delivered, and of what would be sent. */
package neatroster.cli.delivery;
