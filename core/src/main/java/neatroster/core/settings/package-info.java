/** What the settings of a roster folder say. */
package neatroster.core.settings;
