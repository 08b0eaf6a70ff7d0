/**
 * The words of the job: tables, fields, places, findings' severities, and the settings of a roster
 * folder.
 */
package neatroster.core.model;
