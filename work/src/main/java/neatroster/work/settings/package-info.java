/** Reading and writing roster.yaml. */
package neatroster.work.settings;
