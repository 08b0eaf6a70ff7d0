package neatroster.cli.report;

import java.io.IOException;
import java.io.InputStream;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import neatroster.cli.handout.Handout;
import neatroster.cli.handout.HandoutRows;

/**
 * Tells the reports and handouts that this program wrote from all other files: only they may be
 * written over without asking.
 */
public final class OwnFiles {
  /** What reports say of who made them. */
  static final String REPORT = "Neat Roster report";

  private static final int HEAD = 4096;

  private OwnFiles() {}

  /** Whether a file is a report or a handout that this program wrote and nobody saved since. */
  public static boolean isOwn(Path file) {
    try {
      if (Files.size(file) == 0) {
        return false;
      }
      String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
      if (name.endsWith(".xlsx")) {
        return isMarked(workbookProperties(file));
      }
      if (name.endsWith(".pdf")) {
        return isMarked(end(file)) || isMarked(head(file));
      }
      String head = head(file);
      if (name.endsWith(".html")) {
        return isMarked(head);
      }
      if (name.endsWith(".json")) {
        String start = head.replaceAll("\\s", "");
        return start.startsWith("{\"command\":\"check\"")
            || start.startsWith("{\"command\":\"preview\"");
      }
      return name.endsWith(".csv") && hasOurHeader(head);
    } catch (IOException e) {
      return false;
    }
  }

  private static boolean isMarked(String text) {
    return text.contains(REPORT) || text.contains(Handout.MARK);
  }

  private static boolean hasOurHeader(String head) {
    String first = head.lines().findFirst().orElse("").replaceFirst("^\ufeff", "");
    return first.equals(String.join(",", FindingsCsv.HEADER))
        || first.equals(String.join(",", PreviewCsv.HEADER))
        || HandoutRows.headers().stream()
            .anyMatch(header -> first.equals(String.join(",", header)));
  }

  private static String head(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      return new String(in.readNBytes(HEAD), StandardCharsets.UTF_8);
    }
  }

  private static String end(Path file) throws IOException {
    try (RandomAccessFile in = new RandomAccessFile(file.toFile(), "r")) {
      long from = Math.max(0, in.length() - 16 * HEAD);
      in.seek(from);
      byte[] bytes = new byte[(int) (in.length() - from)];
      in.readFully(bytes);
      return new String(bytes, StandardCharsets.ISO_8859_1);
    }
  }

  private static String workbookProperties(Path file) throws IOException {
    try (ZipFile zip = new ZipFile(file.toFile())) {
      ZipEntry entry = zip.getEntry("docProps/app.xml");
      if (entry == null) {
        return "";
      }
      try (InputStream in = zip.getInputStream(entry)) {
        return new String(in.readNBytes(HEAD), StandardCharsets.UTF_8);
      }
    }
  }
}
