/** The roster's own moves: into groups, from course to course, up a grade. */
package neatroster.core.arrange;
