/** Reading and writing roster.yaml. */
package neatroster.cli.settings;
