/** The practice platform, started beside a file of its data. */
package neatroster.work.practice;
