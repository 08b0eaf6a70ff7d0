package neatroster.sheets;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;

/**
 * The people of a directory under our headers. A row has the number of the line at which the
 * person's entry begins.
 */
record LdifSheet(SheetName name, LdifPeople people) implements Sheet {
  @Override
  public FileFacts facts() {
    return FileFacts.of("ldif");
  }

  @Override
  public void read(Receiver receiver) {
    SheetRow row = new SheetRow();
    row.begin(1);
    List<String> headers = new ArrayList<>(people.headers());
    headers.forEach(row::add);
    if (!receiver.row(row)) {
      return;
    }
    for (LdifPeople.Entry entry : people.entries()) {
      // The headers are row 1: an entry that begins there has the number of its second line.
      row.begin(Math.max(2, entry.line()));
      Map<String, String> values = people.values(entry);
      headers.forEach(header -> row.add(values.getOrDefault(header, "")));
      if (!receiver.row(row)) {
        return;
      }
    }
  }
}
