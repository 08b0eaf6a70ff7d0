/** Files on the disk: private, written beside their place, cleared away. */
package neatroster.disk;
