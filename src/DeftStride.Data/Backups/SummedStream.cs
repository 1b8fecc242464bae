using System.Security.Cryptography;

namespace DeftStride.Data.Backups;

/// <summary>Reads on a way on which nothing may be lost: no longer than was said, and with the sum that was said.</summary>
/// <param name="inner">What is read; disposed with this.</param>
/// <param name="file">What was said of it.</param>
/// <param name="other">What is thrown where it is something else.</param>
internal sealed class SummedStream(Stream inner, BackupFile file, Func<Exception> other) : Stream
{
    private readonly IncrementalHash _sum = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
    private long _read;

    public override int Read(byte[] buffer, int offset, int count)
    {
        var got = inner.Read(buffer, offset, count);
        if ((_read += got) > file.Bytes)
            throw other();
        _sum.AppendData(buffer, offset, got);
        return got;
    }

    /// <summary>Everything was read: it is what was said, or not.</summary>
    public void Finish()
    {
        if (_read != file.Bytes || Convert.ToHexStringLower(_sum.GetHashAndReset()) != file.Sha256)
            throw other();
    }

    protected override void Dispose(bool disposing)
    {
        if (disposing)
        {
            _sum.Dispose();
            inner.Dispose();
        }

        base.Dispose(disposing);
    }

    public override bool CanRead => true;

    public override bool CanSeek => false;

    public override bool CanWrite => false;

    public override long Length => file.Bytes;

    public override long Position
    {
        get => _read;
        set => throw new NotSupportedException();
    }

    public override void Flush() { }

    public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

    public override void SetLength(long value) => throw new NotSupportedException();

    public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();
}
