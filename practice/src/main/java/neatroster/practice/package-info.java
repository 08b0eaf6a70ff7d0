/**
 * The practice platform: a small learning platform that speaks SCIM 2.0, for rehearsal and tests.
 */
package neatroster.practice;
