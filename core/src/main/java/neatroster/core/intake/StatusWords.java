package neatroster.core.intake;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import neatroster.core.model.Table;

/** Words for what has become of a user, a course, a group or an enrollment, in five languages. */
final class StatusWords {
  private static final Map<Table, Map<String, String>> WORDS =
      Map.of(
          Table.USERS,
          of(
              "active",
              "aktiv current enrolled enabled live activo activa actif active ativo ativa aktuell",
              "suspended",
              "inactive disabled blocked locked paused gesperrt inaktiv ruhend pausiert suspendido"
                  + " suspendida inactivo inactiva bloqueado suspendu suspendue inactif bloqué"
                  + " suspenso suspensa inativo inativa beurlaubt",
              "removed",
              "deleted left withdrawn gone gelöscht entfernt ausgetreten abgegangen eliminado"
                  + " eliminada baja supprimé supprimée parti partie removido removida excluído"),
          Table.COURSES,
          of(
              "open",
              "offen active aktiv abierto abierta abierto ouvert ouverte aberto aberta running",
              "closed",
              "geschlossen beendet inactive cerrado cerrada fermé fermée fechado fechada encerrado"
                  + " encerrada finished ended archived",
              "removed",
              "deleted gelöscht entfernt eliminado eliminada supprimé supprimée removido removida"
                  + " cancelled canceled abgesagt cancelado annulé"),
          Table.GROUPS,
          of(
              "open",
              "offen active aktiv abierto abierta ouvert ouverte aberto aberta",
              "removed",
              "deleted gelöscht entfernt eliminado eliminada supprimé supprimée removido removida"),
          Table.ENROLLMENTS,
          of(
              "active",
              "aktiv current enrolled activo activa actif ativo ativa inscrito inscrit",
              "ended",
              "finished withdrawn dropped left completed beendet abgemeldet ausgetreten baja"
                  + " terminado terminé retiré encerrado"));

  private StatusWords() {}

  private static Map<String, String> of(String... statusesAndWords) {
    Map<String, String> words = new HashMap<>();
    for (int i = 0; i < statusesAndWords.length; i += 2) {
      for (String word : statusesAndWords[i + 1].split(" ", -1)) {
        words.putIfAbsent(word.toLowerCase(Locale.ROOT), statusesAndWords[i]);
      }
      words.remove(statusesAndWords[i]);
    }
    return Map.copyOf(words);
  }

  /** What the words of a table stand for, by word in lower case. */
  static Map<String, String> of(Table table) {
    return WORDS.get(table);
  }

  /** What yes and no stand for below a header that is a status itself: “Suspended”, “Active”. */
  static Map<String, String> ofFlag(String header) {
    String word = header.strip().toLowerCase(Locale.ROOT);
    String status = word.equals("suspended") ? word : word.equals("active") ? word : "";
    status = status.isEmpty() ? WORDS.get(Table.USERS).getOrDefault(word, "") : status;
    if (!status.equals("suspended") && !status.equals("active")) {
      return Map.of();
    }
    Map<String, String> flags = new HashMap<>();
    String other = status.equals("active") ? "suspended" : "active";
    for (String yes : Enrolling.YES) {
      flags.put(yes, status);
    }
    for (String no : Enrolling.NO) {
      if (!no.isEmpty()) {
        flags.put(no, other);
      }
    }
    return flags;
  }
}
