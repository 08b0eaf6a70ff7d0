/** The platform over SCIM 2.0: delivering what a run changes, and reading back what is there. */
package neatroster.platform;
