/** Runs on the disk: what they change, the first passwords that they bring, what became of them. */
package neatroster.runs;
