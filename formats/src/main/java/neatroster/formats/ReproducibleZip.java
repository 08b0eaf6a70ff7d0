package neatroster.formats;

import java.time.LocalDateTime;
import java.util.zip.ZipEntry;

/** Entries of zips that are the same whenever and wherever they are made of the same bytes. */
final class ReproducibleZip {
  /** The earliest time that a zip can say. */
  private static final LocalDateTime NEVER = LocalDateTime.of(1980, 1, 1, 0, 0);

  private ReproducibleZip() {}

  /** An entry that is stored: what compresses gives other bytes from machine to machine. */
  static ZipEntry entry(String name, long size, long crc) {
    ZipEntry entry = new ZipEntry(name);
    entry.setMethod(ZipEntry.STORED);
    entry.setSize(size);
    entry.setCrc(crc);
    entry.setTimeLocal(NEVER);
    return entry;
  }
}
