namespace YieldingLoop.Web.Api;

/// <summary>The body is larger than it may be.</summary>
internal sealed class BodyTooLargeException : IOException;

/// <summary>Reads at most so many bytes of another stream; a body without a length is bounded this way.</summary>
internal sealed class BoundedStream(Stream inner, int most) : Stream
{
    private long read;

    public override bool CanRead => true;

    public override bool CanSeek => false;

    public override bool CanWrite => false;

    public override long Length => throw new NotSupportedException();

    public override long Position { get => read; set => throw new NotSupportedException(); }

    public override async ValueTask<int> ReadAsync(Memory<byte> buffer, CancellationToken cancellationToken = default)
    {
        var count = await inner.ReadAsync(buffer, cancellationToken);
        read += count;
        return read > most ? throw new BodyTooLargeException() : count;
    }

    public override int Read(byte[] buffer, int offset, int count) => throw new NotSupportedException();

    public override void Flush()
    {
    }

    public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

    public override void SetLength(long value) => throw new NotSupportedException();

    public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();
}
