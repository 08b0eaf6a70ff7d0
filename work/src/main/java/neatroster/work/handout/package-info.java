/** What handouts are made of, and which first passwords are removed after them. */
package neatroster.work.handout;
