package neatroster.sheets;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.UnreadableSheetException;

/** The people of a directory, or changes to them, in LDIF (RFC 2849). */
final class LdifFileFormat implements FileFormat {
  @Override
  public boolean recognizes(Path path, byte[] head) {
    String begin = new String(head, StandardCharsets.UTF_8).replaceFirst("^\uFEFF", "");
    return begin
        .lines()
        .filter(line -> !line.isBlank() && !line.startsWith("#") && !line.startsWith(" "))
        .findFirst()
        .map(line -> line.toLowerCase(Locale.ROOT))
        .filter(line -> line.matches("version: *\\d+ *|dn::? *[\\w.]+ *=.*|dn:: *\\S+"))
        .isPresent();
  }

  @Override
  public SheetFile open(Path path, String name, byte[] head, ReadingBudget budget)
      throws UnreadableSheetException, IOException {
    LdifPeople people = LdifPeople.read(path);
    if (people.isEmpty()) {
      throw UnreadableSheetException.ofNoMatter("no entry in it is a person’s");
    }
    return new InMemoryFile(List.of(new LdifSheet(new SheetName(name, null), people)));
  }
}
