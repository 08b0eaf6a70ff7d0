/**
 * Made-up rosters of any size, and how long the program takes for them compared with merely reading
 * the files.
 */
package neatroster.bench;
