/** Packing runs: of what the sheets ask for, and of what takes a run back. */
package neatroster.work.pack;
