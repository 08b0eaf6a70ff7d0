package neatroster.core.intake;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.RowBlock;

/**
 * Finds what values refer to: in which sheets they stand as ids, codes, titles, names of people,
 * groups or sites. Only values that are asked about are kept, whatever the size of the sheets.
 */
final class ReferenceTargets {
  private static final Map<Table, Map<Field, ReferenceTarget>> NAMED_BY = namedBy();

  private static final Pattern LEADING_NOUGHTS = Pattern.compile("^0+");

  private final Map<String, List<Place>> found = new HashMap<>();
  private final Map<String, List<String>> namesAsked = new HashMap<>();

  private final FoldedTextFilter askedTexts = new FoldedTextFilter();

  /** Of the words of those names. */
  private final FoldedTextFilter askedWords = new FoldedTextFilter();

  private final Predicate<String> isRole;

  /**
   * Where a value stands.
   *
   * @param sheet the sheet
   * @param referent as what
   */
  private record Place(SheetReading sheet, ReferenceTarget referent) {}

  /**
   * How well a column fits what another sheet has.
   *
   * @param referent as what its values stand there
   * @param source the sheet's name, or empty for words that every sheet knows
   * @param fitting how many of its distinct values do
   * @param distinct how many distinct values it has
   * @param areMost whether enough of its values do to say that it refers to them
   */
  record Fit(ReferenceTarget referent, String source, int fitting, int distinct, boolean areMost) {

    /** {@code 12 of 12 are names of people in people.csv}. */
    String evidence() {
      return fitting
          + " of "
          + distinct
          + (distinct == 1 ? " is among the " : " are ")
          + referent.many()
          + (source.isEmpty() ? "" : " in " + source);
    }
  }

  /**
   * Nothing is asked about yet.
   *
   * @param isRole whether a text is a word for a role
   */
  ReferenceTargets(Predicate<String> isRole) {
    this.isRole = isRole;
  }

  private static Map<Table, Map<Field, ReferenceTarget>> namedBy() {
    Map<Table, Map<Field, ReferenceTarget>> all = new EnumMap<>(Table.class);
    all.put(
        Table.USERS,
        new EnumMap<>(
            Map.of(
                Field.ID, ReferenceTarget.PERSON_ID,
                Field.USERNAME, ReferenceTarget.USERNAME,
                Field.EMAIL, ReferenceTarget.EMAIL,
                Field.SITE, ReferenceTarget.SITE)));
    all.put(
        Table.COURSES,
        new EnumMap<>(
            Map.of(
                Field.CODE, ReferenceTarget.COURSE,
                Field.TITLE, ReferenceTarget.COURSE,
                Field.SITE, ReferenceTarget.SITE)));
    all.put(Table.GROUPS, new EnumMap<>(Map.of(Field.NAME, ReferenceTarget.GROUP)));
    all.put(Table.ENROLLMENTS, Map.of());
    return all;
  }

  /** Asks about the values of a column, and about those of lists in it. */
  void ask(ColumnSample sample) {
    askAll(sample);
    askAll(sample.apart());
  }

  private void askAll(ColumnSample sample) {
    for (String value : sample.keys()) {
      found.computeIfAbsent(value, v -> new ArrayList<>());
      askedTexts.add(value);
    }
    for (String written : sample.written()) {
      String name = nameKey(written);
      if (!name.isEmpty()) {
        namesAsked.computeIfAbsent(name, n -> new ArrayList<>()).add(ColumnSample.fold(written));
        for (String word : name.split(" ", -1)) {
          askedWords.add(word);
        }
      }
    }
  }

  /** Looks for the values that were asked about in a sheet. */
  void lookIn(SheetReading sheet) {
    Map<Field, ReferenceTarget> fields = NAMED_BY.get(sheet.table());
    boolean people = sheet.table() == Table.USERS && sheet.hasNames();
    if (found.isEmpty() || fields.isEmpty() || (sheet.table() == Table.USERS && !people)) {
      return;
    }
    try {
      SheetRows.readBlocks(sheet, new Looking(sheet, fields, people));
    } catch (UnreadableSheetException e) {
      // The check comes to the same place and says so; what stands up to there is known.
      return;
    }
  }

  /** Looks at the rows of one sheet; most have nothing that is asked about, by their bytes. */
  private final class Looking implements RowReceiver {
    private final SheetReading sheet;
    private final Map<Field, ReferenceTarget> fields;
    private final boolean people;
    private final List<Integer> wholeCells = new ArrayList<>();
    private final List<Integer> cellsOfWords = new ArrayList<>();
    private final RosterRow row;
    private final SheetRow raw = new SheetRow();
    private final char[] room = new char[256];

    Looking(SheetReading sheet, Map<Field, ReferenceTarget> fields, boolean people) {
      this.sheet = sheet;
      this.fields = new EnumMap<>(fields);
      this.fields.keySet().removeIf(field -> !sheet.has(field));
      this.people = people;
      row = new RosterRow(sheet);
      this.fields.keySet().forEach(field -> wholeCells.add(sheet.indexOf(field)));
      if (people) {
        Names.FIELDS.stream()
            .filter(sheet::has)
            .forEach(field -> cellsOfWords.add(sheet.indexOf(field)));
      }
    }

    @Override
    public void rows(RowBlock block, int from, int to) {
      for (int i = from; i < to; i++) {
        int first = block.firstCell(i);
        if (wholeCells.stream().anyMatch(at -> askedTexts.mayHave(block, first + at))
            || cellsOfWords.stream().anyMatch(at -> askedWords.mayHaveWord(block, first + at))) {
          raw.begin(block.number(i));
          for (int cell = first; cell < block.endCell(i); cell++) {
            block.addTo(cell, room, raw::add);
          }
          row.bind(raw);
          row(row);
        }
      }
    }

    @Override
    public void row(RosterRow next) {
      fields.forEach(
          (field, referent) -> {
            if (next.has(field)) {
              String value = ColumnSample.fold(next.cell(field).cleaned());
              note(found.get(value), sheet, referent);
              if (referent == ReferenceTarget.PERSON_ID && value.startsWith("0")) {
                // A spreadsheet program may have robbed the other list of them.
                note(found.get(LEADING_NOUGHTS.matcher(value).replaceFirst("")), sheet, referent);
              }
            }
          });
      if (people) {
        for (String asked : namesAsked.getOrDefault(nameKey(Names.full(next)), List.of())) {
          note(found.get(asked), sheet, ReferenceTarget.PERSON_NAME);
        }
      }
    }

    @Override
    public void skipped(SkippedRow none) {
      // What is no data refers to nothing.
    }
  }

  private static void note(List<Place> places, SheetReading sheet, ReferenceTarget referent) {
    if (places != null && places.stream().noneMatch(p -> isAt(p, sheet, referent))) {
      places.add(new Place(sheet, referent));
    }
  }

  private static boolean isAt(Place place, SheetReading sheet, ReferenceTarget referent) {
    return place.sheet() == sheet && place.referent() == referent;
  }

  /** A name without regard to the order of its parts. */
  static String nameKey(String name) {
    String[] words = name.replace(',', ' ').strip().split("\\s+", -1);
    for (int i = 0; i < words.length; i++) {
      words[i] = ColumnSample.fold(words[i]);
    }
    Arrays.sort(words);
    return words.length < 2 ? "" : String.join(" ", words);
  }

  /**
   * What the values of a column refer to in other sheets than its own, the best first; nothing that
   * fewer than half of them do.
   */
  List<Fit> fits(SheetReading own, ColumnSample sample) {
    List<Fit> fits = fitsOf(own, sample);
    return fits.isEmpty() ? fitsOf(own, sample.apart()) : fits;
  }

  private List<Fit> fitsOf(SheetReading own, ColumnSample sample) {
    Map<Place, int[]> counts = new HashMap<>();
    int[] roles = new int[2];
    for (String written : sample.written()) {
      int rows = sample.rowsOf(written);
      if (isRole.test(written)) {
        count(roles, rows);
      }
      for (Place place : found.getOrDefault(ColumnSample.fold(written), List.of())) {
        if (place.sheet() != own) {
          count(counts.computeIfAbsent(place, p -> new int[2]), rows);
        }
      }
    }
    List<Fit> fits = new ArrayList<>();
    counts.forEach(
        (place, count) ->
            fits.add(fit(place.referent(), place.sheet().name().toString(), count, sample)));
    fits.add(fit(ReferenceTarget.ROLE, "", roles, sample));
    fits.removeIf(
        fit -> fit.fitting() == 0 || (fit.fitting() * 2 < fit.distinct() && !fit.areMost()));
    fits.sort(
        (one, other) ->
            one.fitting() != other.fitting()
                ? other.fitting() - one.fitting()
                : one.referent() != other.referent()
                    ? one.referent().compareTo(other.referent())
                    : one.source().compareTo(other.source()));
    return fits;
  }

  private static void count(int[] distinctAndRows, int rows) {
    distinctAndRows[0]++;
    distinctAndRows[1] += rows;
  }

  private static Fit fit(
      ReferenceTarget referent, String source, int[] count, ColumnSample sample) {
    boolean most = count[0] * 10 >= sample.distinct() * 8 || count[1] * 10 >= sample.filled() * 8;
    // Nobody's whole name stands in the sheets by chance: the others are slips, or are missing.
    boolean several =
        (referent.isTelling() && count[0] >= (referent == ReferenceTarget.COURSE ? 3 : 2))
            || (referent == ReferenceTarget.ROLE && count[1] * 2 >= sample.filled());
    return new Fit(
        referent, source, count[0], sample.distinct(), count[0] > 0 && (most || several));
  }

  /** The best of some fits that most values have, if any. */
  static Optional<Fit> best(List<Fit> fits) {
    return fits.stream().filter(Fit::areMost).findFirst();
  }
}
