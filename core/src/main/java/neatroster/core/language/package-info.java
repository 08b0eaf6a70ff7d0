/** The words that lists use, one resource for each language. */
package neatroster.core.language;
