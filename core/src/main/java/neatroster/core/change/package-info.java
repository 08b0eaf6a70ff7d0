/** Changes of the platform as data: what is changed, from what, to what, and why. */
package neatroster.core.change;
