/** What became of the changes of a run on the platform: whether everything is as it was asked. */
package neatroster.core.confirm;
