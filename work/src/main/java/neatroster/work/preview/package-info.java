/** What a run would change. */
package neatroster.work.preview;
