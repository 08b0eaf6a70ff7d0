/** Writing clean sheets. */
package neatroster.work.tidy;
