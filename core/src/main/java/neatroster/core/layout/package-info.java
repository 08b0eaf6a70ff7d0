/** The administrator's own column layouts: what of a batch goes into which cell. */
package neatroster.core.layout;
