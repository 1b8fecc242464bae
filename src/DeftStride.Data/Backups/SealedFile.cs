using Org.BouncyCastle.Bcpg;
using Org.BouncyCastle.Bcpg.OpenPgp;
using Org.BouncyCastle.Security;

namespace DeftStride.Data.Backups;

/// <summary>
/// A file closed with a passphrase as OpenPGP has it (AES-256, with a check that it is whole): any program that reads that format
/// opens it, also without us.
/// </summary>
internal static class SealedFile
{
    public const string Ending = ".pgp";
    private const int Chunk = 1 << 16;

    /// <summary>Writes a closed file; what goes in is written by <paramref name="content"/>.</summary>
    public static void Write(Stream to, string passphrase, string name, DateTime at, Action<Stream> content)
    {
        var encrypted = new PgpEncryptedDataGenerator(
            SymmetricKeyAlgorithmTag.Aes256,
            withIntegrityPacket: true,
            new SecureRandom()
        );
        encrypted.AddMethodUtf8(passphrase.ToCharArray(), HashAlgorithmTag.Sha256);
        using var closed = encrypted.Open(to, new byte[Chunk]);
        using var literal = new PgpLiteralDataGenerator().Open(
            closed,
            PgpLiteralData.Binary,
            name,
            at,
            new byte[Chunk]
        );
        content(literal);
    }

    /// <summary>Opens a closed file and hands what is in it on.</summary>
    /// <exception cref="BackupException">The passphrase is another one, or the file was changed or cut short.</exception>
    public static void Read(Stream from, string passphrase, string of, Action<Stream> content)
    {
        try
        {
            var packets = new PgpObjectFactory(PgpUtilities.GetDecoderStream(from));
            var list = packets.NextPgpObject() switch
            {
                PgpEncryptedDataList l => l,
                PgpMarker => packets.NextPgpObject() as PgpEncryptedDataList,
                _ => null,
            };
            if (list is null || list.IsEmpty || list[0] is not PgpPbeEncryptedData data)
                throw new BackupException($"{of} is not closed with a passphrase, or is damaged. Use another backup.");
            PgpObject? inside;
            PgpObjectFactory opened;
            try
            {
                opened = new PgpObjectFactory(data.GetDataStreamUtf8(passphrase.ToCharArray()));
                inside = opened.NextPgpObject();
            }
            catch (Exception e) when (e is PgpException or IOException)
            {
                throw Wrong(of, e);
            }

            if (inside is PgpCompressedData packed)
                inside = new PgpObjectFactory(packed.GetDataStream()).NextPgpObject();
            if (inside is not PgpLiteralData literal)
                throw Wrong(of, null);
            content(literal.GetInputStream());
            if (data.IsIntegrityProtected() && !data.Verify())
                throw new BackupException($"{of} was changed or cut short after it was written. Use another backup.");
        }
        catch (Exception e) when (e is PgpException or EndOfStreamException or ArgumentException)
        {
            throw new BackupException($"{of} is damaged or cut short. Use another backup.", e);
        }
    }

    private static BackupException Wrong(string of, Exception? inner) =>
        new($"{of} does not open with this passphrase. Use the one that was set when it was taken.", inner);
}
