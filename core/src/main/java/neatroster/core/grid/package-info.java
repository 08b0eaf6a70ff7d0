/** What a reader hands over: sheets of rows of cells, facts of the file, places in it. */
package neatroster.core.grid;
