package neatroster.core.confirm;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** The words by which reports of an upload say what became of a row. */
final class UploadReportWords {
  private static final Set<String> DONE =
      Set.of(
          "ok",
          "okay",
          "success",
          "successful",
          "succeeded",
          "done",
          "created",
          "updated",
          "added",
          "imported",
          "enrolled",
          "changed",
          "unchanged",
          "accepted",
          "processed",
          "complete",
          "completed",
          "yes",
          "true",
          "1",
          "erfolg",
          "erfolgreich",
          "angelegt",
          "erstellt",
          "aktualisiert",
          "importiert",
          "hinzugefügt",
          "ja",
          "correcto",
          "creado",
          "creada",
          "actualizado",
          "importado",
          "éxito",
          "exito",
          "sí",
          "si",
          "réussi",
          "succès",
          "créé",
          "créée",
          "mis à jour",
          "importé",
          "oui",
          "sucesso",
          "criado",
          "atualizado",
          "sim");

  private static final Set<String> FAILED =
      Set.of(
          "error",
          "errors",
          "failed",
          "failure",
          "fail",
          "rejected",
          "refused",
          "invalid",
          "duplicate",
          "skipped",
          "not found",
          "no",
          "false",
          "0",
          "fehler",
          "fehlgeschlagen",
          "abgelehnt",
          "ungültig",
          "übersprungen",
          "nein",
          "fallo",
          "fallido",
          "rechazado",
          "inválido",
          "omitido",
          "échec",
          "erreur",
          "rejeté",
          "refusé",
          "ignoré",
          "non",
          "erro",
          "falha",
          "falhou",
          "rejeitado",
          "ignorado",
          "não");

  private static final List<String> OUTCOME_HEADERS =
      List.of(
          "status",
          "state",
          "result",
          "outcome",
          "success",
          "imported",
          "ergebnis",
          "erfolg",
          "estado",
          "resultado",
          "statut",
          "état",
          "résultat",
          "situação");

  private static final List<String> REASON_HEADERS =
      List.of(
          "error",
          "errors",
          "reason",
          "message",
          "messages",
          "remark",
          "remarks",
          "details",
          "problem",
          "fehler",
          "fehlermeldung",
          "meldung",
          "grund",
          "hinweis",
          "motivo",
          "mensaje",
          "erreur",
          "raison",
          "erro",
          "mensagem");

  private final Set<String> done = new HashSet<>(DONE);
  private final Set<String> failed = new HashSet<>(FAILED);

  /** What a word says. */
  enum Meaning {
    DONE,
    FAILED,
    UNKNOWN
  }

  /**
   * The words, with those of one platform.
   *
   * @param doneToo more words for what was done
   * @param failedToo more words for what was not
   */
  UploadReportWords(List<String> doneToo, List<String> failedToo) {
    doneToo.forEach(word -> take(word, done, failed));
    failedToo.forEach(word -> take(word, failed, done));
  }

  private static void take(String word, Set<String> into, Set<String> from) {
    into.add(plain(word));
    from.remove(plain(word));
  }

  private static String plain(String word) {
    return word.strip().toLowerCase(Locale.ROOT);
  }

  Meaning of(String word) {
    String plain = plain(word);
    if (done.contains(plain)) {
      return Meaning.DONE;
    }
    if (failed.contains(plain)) {
      return Meaning.FAILED;
    }
    if (plain.matches("[2-5]\\d\\d")) {
      // A status of HTTP (RFC 9110, section 15).
      return plain.charAt(0) == '2' ? Meaning.DONE : Meaning.FAILED;
    }
    return Meaning.UNKNOWN;
  }

  static boolean isOutcomeHeader(String header) {
    return has(header, OUTCOME_HEADERS);
  }

  static boolean isReasonHeader(String header) {
    return has(header, REASON_HEADERS);
  }

  private static boolean has(String header, List<String> words) {
    for (String word : header.toLowerCase(Locale.ROOT).split("[^\\p{L}]+", -1)) {
      if (words.contains(word)) {
        return true;
      }
    }
    return false;
  }
}
