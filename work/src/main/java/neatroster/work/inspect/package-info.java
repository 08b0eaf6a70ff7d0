/** How sheets are understood: said, kept in the settings, made into layouts. */
package neatroster.work.inspect;
