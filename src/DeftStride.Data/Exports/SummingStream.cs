using System.Security.Cryptography;

namespace DeftStride.Data.Exports;

/// <summary>Writes on, and knows how much that was and what its sum is.</summary>
internal sealed class SummingStream(Stream inner) : Stream
{
    private readonly IncrementalHash _sum = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
    private long _written;

    /// <summary>SHA-256 of what was written, lower-case hex. Once.</summary>
    public string Sum() => Convert.ToHexStringLower(_sum.GetHashAndReset());

    public override void Write(byte[] buffer, int offset, int count)
    {
        inner.Write(buffer, offset, count);
        _sum.AppendData(buffer, offset, count);
        _written += count;
    }

    protected override void Dispose(bool disposing)
    {
        if (disposing)
            _sum.Dispose();
        base.Dispose(disposing);
    }

    public override bool CanRead => false;

    public override bool CanSeek => false;

    public override bool CanWrite => true;

    public override long Length => _written;

    public override long Position
    {
        get => _written;
        set => throw new NotSupportedException();
    }

    public override void Flush() => inner.Flush();

    public override int Read(byte[] buffer, int offset, int count) => throw new NotSupportedException();

    public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

    public override void SetLength(long value) => throw new NotSupportedException();
}
