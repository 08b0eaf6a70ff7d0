/** Finding what a roster folder has somewhere. */
package neatroster.work.find;
