/** Making a roster folder. */
package neatroster.work.begin;
