/** Batches to bytes. A new format is one new file and one line in {@link BatchFormats}. */
package neatroster.formats;
