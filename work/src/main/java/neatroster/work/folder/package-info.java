/** The roster folder: what a command reads there, and where it may write. */
package neatroster.work.folder;
