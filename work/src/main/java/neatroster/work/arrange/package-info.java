/** Putting people into courses and groups, and moving them. */
package neatroster.work.arrange;
