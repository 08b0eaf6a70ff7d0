package neatroster.work.folder;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import neatroster.work.Problem;
import org.bouncycastle.bcpg.HashAlgorithmTags;
import org.bouncycastle.bcpg.SymmetricKeyAlgorithmTags;
import org.bouncycastle.openpgp.PGPEncryptedDataGenerator;
import org.bouncycastle.openpgp.PGPEncryptedDataList;
import org.bouncycastle.openpgp.PGPException;
import org.bouncycastle.openpgp.PGPLiteralData;
import org.bouncycastle.openpgp.PGPLiteralDataGenerator;
import org.bouncycastle.openpgp.PGPPBEEncryptedData;
import org.bouncycastle.openpgp.PGPUtil;
import org.bouncycastle.openpgp.bc.BcPGPObjectFactory;
import org.bouncycastle.openpgp.operator.bc.BcPBEDataDecryptorFactory;
import org.bouncycastle.openpgp.operator.bc.BcPBEKeyEncryptionMethodGenerator;
import org.bouncycastle.openpgp.operator.bc.BcPGPDataEncryptorBuilder;
import org.bouncycastle.openpgp.operator.bc.BcPGPDigestCalculatorProvider;

/**
 * Files that only a passphrase opens: OpenPGP messages (RFC 4880, sections 5.3 and 5.13; read by
 * RFC 9580 too) with AES-256 and a check of integrity, which any OpenPGP program can open.
 */
public final class Sealing {
  /** How often the passphrase is hashed, coded as RFC 4880 has it: 65 million bytes. */
  private static final int ITERATIONS = 0xff;

  private static final int BUFFER = 1 << 16;

  private Sealing() {}

  /** Sealed bytes go through it to the stream below; closing it closes both. */
  static OutputStream seal(OutputStream sealed, char[] passphrase, String name) throws IOException {
    return seal(sealed, passphrase, name, ITERATIONS);
  }

  /** The same with another number of iterations, coded as RFC 4880, section 3.7.1.3, has it. */
  static OutputStream seal(OutputStream sealed, char[] passphrase, String name, int iterations)
      throws IOException {
    try {
      PGPEncryptedDataGenerator encryption =
          new PGPEncryptedDataGenerator(
              new BcPGPDataEncryptorBuilder(SymmetricKeyAlgorithmTags.AES_256)
                  .setWithIntegrityPacket(true)
                  .setSecureRandom(new SecureRandom()));
      encryption.addMethod(
          new BcPBEKeyEncryptionMethodGenerator(
              passphrase,
              new BcPGPDigestCalculatorProvider().get(HashAlgorithmTags.SHA256),
              iterations));
      OutputStream encrypted = encryption.open(sealed, new byte[BUFFER]);
      OutputStream literal =
          new PGPLiteralDataGenerator()
              .open(encrypted, PGPLiteralData.BINARY, name, PGPLiteralData.NOW, new byte[BUFFER]);
      return new FilterOutputStream(literal) {
        @Override
        public void write(byte[] bytes, int from, int count) throws IOException {
          literal.write(bytes, from, count);
        }

        @Override
        public void close() throws IOException {
          literal.close();
          encrypted.close();
          sealed.close();
        }
      };
    } catch (PGPException e) {
      throw new IOException("it could not be sealed", e);
    }
  }

  /**
   * What a sealed file holds. It never touches the disk in the open.
   *
   * @throws Problem where the passphrase does not open it, or it was tampered with
   */
  public static byte[] open(Path file, char[] passphrase) throws IOException {
    try (InputStream in = PGPUtil.getDecoderStream(Files.newInputStream(file))) {
      if (!(new BcPGPObjectFactory(in).nextObject() instanceof PGPEncryptedDataList list)
          || !(list.get(0) instanceof PGPPBEEncryptedData data)) {
        throw damaged(file, null);
      }
      ByteArrayOutputStream opened = new ByteArrayOutputStream();
      try (InputStream clear =
          data.getDataStream(
              new BcPBEDataDecryptorFactory(passphrase, new BcPGPDigestCalculatorProvider()))) {
        if (!(new BcPGPObjectFactory(clear).nextObject() instanceof PGPLiteralData literal)) {
          throw damaged(file, null);
        }
        literal.getInputStream().transferTo(opened);
        if (!data.verify()) {
          throw damaged(file, null);
        }
      }
      return opened.toByteArray();
    } catch (PGPException e) {
      throw Problem.usage("The passphrase does not open " + file.getFileName() + ".");
    } catch (IOException | RuntimeException e) {
      if (e instanceof Problem problem) {
        throw problem;
      }
      // A wrong passphrase turns what is inside into noise, one time in 256 unnoticed until here.
      throw damaged(file, e);
    }
  }

  private static Problem damaged(Path file, Exception cause) {
    return Problem.unreadable(
        file.getFileName() + " cannot be opened: it is damaged, or the passphrase is wrong.",
        cause);
  }

  /** What a sealed file holds, to be read. */
  static InputStream stream(Path file, char[] passphrase) throws IOException {
    return new ByteArrayInputStream(open(file, passphrase));
  }
}
