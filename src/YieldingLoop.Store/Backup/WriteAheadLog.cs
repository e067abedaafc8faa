using System.Buffers.Binary;
using System.Runtime.InteropServices;

namespace YieldingLoop.Store.Backup;

/// <summary>
/// Tells whether the write-ahead log beside a database still holds what was written to it. SQLite stops reading a log at
/// the first frame that is not whole and says nothing: right after a power cut, which only takes writes that nobody was
/// told were saved, and wrong for a log that was lost or garbled. How far the log went stands in the index beside it,
/// which lives through a kill. The formats are those of sqlite.org/walformat.html and sqlite.org/fileformat2.html.
/// </summary>
public static class WriteAheadLog
{
    private const int HeaderSize = 32, FrameHeaderSize = 24;

    /// <summary>How often a log begins again within one opening of the database at most; each time its first salt counts up by one.</summary>
    private const uint MostRestarts = 1_000_000;

    /// <summary>What SQLite may leave beside a database file.</summary>
    internal static readonly string[] Beside = ["-wal", "-shm", "-journal"];

    /// <summary>
    /// Whether something that was written down is no longer there. Only files are read, and nobody may have the
    /// database open: closing a file that SQLite has open would take its locks away.
    /// </summary>
    /// <param name="databasePath">The database beside which the log lies.</param>
    /// <param name="wasOpen">Whether the database was still open when its server ended.</param>
    public static bool LostSomething(string databasePath, bool wasOpen)
    {
        var index = LogIndex.Read(databasePath + "-shm");
        var log = LogFile.Read(databasePath + "-wal");
        if (index is { Copied: var copied, Frames: var frames } && copied >= frames)
        {
            // All of it had reached the database itself; or the log is younger than its index, and speaks for itself.
            return log is { Legible: true } && !index.IsOf(log) && log.BrokenBeforeItsEnd;
        }

        if (log is null || log.Length == 0)
        {
            return index is not null || wasOpen;
        }

        if (!log.Legible)
        {
            return true;
        }

        if (index is null)
        {
            return log.BrokenBeforeItsEnd;
        }

        return index.IsOf(log) ? log.Committed < index.Frames : !index.IsOlderThan(log) || log.BrokenBeforeItsEnd;
    }

    /// <summary>The log as it lies on the disk.</summary>
    /// <param name="Length">Its length, bytes.</param>
    /// <param name="Legible">Whether its head is whole.</param>
    /// <param name="Salts">The eight bytes that tell this run of the log from the one before.</param>
    /// <param name="Committed">Frames up to the end of the last whole write.</param>
    /// <param name="BrokenBeforeItsEnd">Whether a whole write of the same run comes after the first frame that is not whole.</param>
    private sealed record LogFile(long Length, bool Legible, ulong Salts, int Committed, bool BrokenBeforeItsEnd)
    {
        public static LogFile? Read(string path)
        {
            if (!File.Exists(path))
            {
                return null;
            }

            using var stream = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
            var head = new byte[HeaderSize];
            var illegible = new LogFile(stream.Length, false, 0, 0, false);
            if (stream.ReadAtLeast(head, HeaderSize, throwOnEndOfStream: false) < HeaderSize)
            {
                return illegible;
            }

            var magic = BinaryPrimitives.ReadUInt32BigEndian(head);
            var pageSize = BinaryPrimitives.ReadInt32BigEndian(head.AsSpan(8));
            if ((magic & ~1u) != 0x377f0682 || pageSize is < 512 or > 65536 || (pageSize & (pageSize - 1)) != 0)
            {
                return illegible;
            }

            var bigEndian = (magic & 1) == 1;
            var sum = Checksum(head.AsSpan(0, 24), bigEndian, default);
            if (!Matches(sum, head.AsSpan(24)))
            {
                return illegible;
            }

            var salts = BinaryPrimitives.ReadUInt64BigEndian(head.AsSpan(16));
            var frame = new byte[FrameHeaderSize + pageSize];
            var (committed, broken, brokenBeforeEnd) = (0, false, false);
            for (var number = 1; stream.ReadAtLeast(frame, frame.Length, throwOnEndOfStream: false) == frame.Length; number++)
            {
                var ends = BinaryPrimitives.ReadUInt32BigEndian(frame.AsSpan(4)) != 0;
                var ofThisRun = BinaryPrimitives.ReadUInt64BigEndian(frame.AsSpan(8)) == salts;
                if (broken)
                {
                    brokenBeforeEnd |= ends && ofThisRun;
                    continue;
                }

                sum = Checksum(frame.AsSpan(0, 8), bigEndian, sum);
                sum = Checksum(frame.AsSpan(FrameHeaderSize), bigEndian, sum);
                if (ofThisRun && Matches(sum, frame.AsSpan(16)) && BinaryPrimitives.ReadUInt32BigEndian(frame) != 0)
                {
                    committed = ends ? number : committed;
                }
                else
                {
                    broken = true;
                }
            }

            return new LogFile(stream.Length, true, salts, committed, brokenBeforeEnd);
        }

        private static bool Matches((uint First, uint Second) sum, ReadOnlySpan<byte> written) =>
            sum == (BinaryPrimitives.ReadUInt32BigEndian(written), BinaryPrimitives.ReadUInt32BigEndian(written[4..]));
    }

    /// <summary>The index of the log, as far as it is needed here.</summary>
    /// <param name="Salts">Those of the log it is an index of.</param>
    /// <param name="Frames">Frames up to the end of the last write.</param>
    /// <param name="Copied">Frames that have been copied into the database.</param>
    private sealed record LogIndex(ulong Salts, uint Frames, uint Copied)
    {
        private const int HeadSize = 48, SummedSize = 40;

        public bool IsOf(LogFile log) => log.Salts == Salts;

        /// <summary>Whether the log has begun again since: a power cut leaves an index as it was some seconds before.</summary>
        public bool IsOlderThan(LogFile log) => unchecked((uint)(log.Salts >> 32) - (uint)(Salts >> 32)) is > 0 and < MostRestarts;

        public static LogIndex? Read(string path)
        {
            if (!File.Exists(path))
            {
                return null;
            }

            using var stream = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
            var head = new byte[2 * HeadSize + 4];
            if (stream.ReadAtLeast(head, head.Length, throwOnEndOfStream: false) < head.Length || !head.AsSpan(0, HeadSize).SequenceEqual(head.AsSpan(HeadSize, HeadSize)) || head[12] != 1)
            {
                return null;
            }

            // Written in the order of this machine, but for the salts, which are copied as they stand in the log.
            var sum = Checksum(head.AsSpan(0, SummedSize), !BitConverter.IsLittleEndian, default);
            return sum == (MemoryMarshal.Read<uint>(head.AsSpan(40)), MemoryMarshal.Read<uint>(head.AsSpan(44)))
                ? new LogIndex(BinaryPrimitives.ReadUInt64BigEndian(head.AsSpan(32)), MemoryMarshal.Read<uint>(head.AsSpan(16)), MemoryMarshal.Read<uint>(head.AsSpan(2 * HeadSize)))
                : null;
        }
    }

    private static (uint First, uint Second) Checksum(ReadOnlySpan<byte> bytes, bool bigEndian, (uint First, uint Second) sum)
    {
        var (first, second) = sum;
        for (var i = 0; i < bytes.Length; i += 8)
        {
            var (one, two) = bigEndian
                ? (BinaryPrimitives.ReadUInt32BigEndian(bytes[i..]), BinaryPrimitives.ReadUInt32BigEndian(bytes[(i + 4)..]))
                : (BinaryPrimitives.ReadUInt32LittleEndian(bytes[i..]), BinaryPrimitives.ReadUInt32LittleEndian(bytes[(i + 4)..]));
            unchecked
            {
                first += one + second;
                second += two + first;
            }
        }

        return (first, second);
    }
}
