package neatroster.platform;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.cert.Certificate;
import java.security.cert.CertificateException;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.util.Collection;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManager;
import javax.net.ssl.TrustManagerFactory;
import javax.net.ssl.X509TrustManager;

/** Certificates of authorities that vouch for a service, as a school may have one of its own. */
public final class CertificateAuthorities {
  private CertificateAuthorities() {}

  /**
   * Reads certificates (RFC 7468, or DER).
   *
   * @throws PlatformException where there are none
   */
  public static Collection<? extends Certificate> read(byte[] bytes) throws PlatformException {
    try {
      Collection<? extends Certificate> all =
          CertificateFactory.getInstance("X.509")
              .generateCertificates(new ByteArrayInputStream(bytes));
      if (all.isEmpty()) {
        throw new PlatformException("it holds no certificate");
      }
      return all;
    } catch (CertificateException e) {
      throw new PlatformException("it holds no certificate (a PEM file is wanted)", e);
    }
  }

  /** Trusts these beside those that Java trusts. */
  static SSLContext trusting(Collection<? extends Certificate> authorities)
      throws PlatformException {
    try {
      KeyStore trusted = KeyStore.getInstance(KeyStore.getDefaultType());
      trusted.load(null, null);
      int number = 0;
      TrustManagerFactory usual =
          TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
      usual.init((KeyStore) null);
      for (TrustManager manager : usual.getTrustManagers()) {
        if (manager instanceof X509TrustManager x509) {
          for (X509Certificate certificate : x509.getAcceptedIssuers()) {
            trusted.setCertificateEntry("usual-" + number++, certificate);
          }
        }
      }
      for (Certificate certificate : authorities) {
        trusted.setCertificateEntry("own-" + number++, certificate);
      }
      TrustManagerFactory both =
          TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
      both.init(trusted);
      SSLContext context = SSLContext.getInstance("TLS");
      context.init(null, both.getTrustManagers(), null);
      return context;
    } catch (GeneralSecurityException | IOException e) {
      throw new PlatformException("the certificates cannot be used", e);
    }
  }
}
