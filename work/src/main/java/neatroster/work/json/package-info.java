/** Writing JSON documents. */
package neatroster.work.json;
