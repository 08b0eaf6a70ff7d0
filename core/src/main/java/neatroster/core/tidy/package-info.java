/** Clean sheets: what is written instead of what was handed in, and what that changed. */
package neatroster.core.tidy;
