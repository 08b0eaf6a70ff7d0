/** Adding one row to the sheets. */
package neatroster.work.add;
