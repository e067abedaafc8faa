using System.Buffers.Binary;
using System.Runtime.InteropServices;

namespace YieldingLoop.Store;

/// <summary>Which file lies under a name, and how long it is.</summary>
/// <param name="Number">The file's own number on its disk; 0 where the system does not tell.</param>
/// <param name="Length">Bytes.</param>
internal readonly record struct FileIdentity(ulong Number, long Length)
{
    private const int InThisFolder = -100;
    private const uint NumberAndLength = 0x100 | 0x200;

    // Layout of struct statx, the same on every processor: man 2 statx.
    private const int BufferSize = 256, NumberAt = 32, LengthAt = 40;

    /// <summary>The file of that name; null where there is none. Nothing is opened, so that no lock of SQLite's is touched.</summary>
    public static FileIdentity? Of(string path)
    {
        if (OperatingSystem.IsLinux())
        {
            try
            {
                var buffer = new byte[BufferSize];
                if (Statx(InThisFolder, path, 0, NumberAndLength, buffer) == 0)
                {
                    return BitConverter.IsLittleEndian
                        ? new(BinaryPrimitives.ReadUInt64LittleEndian(buffer.AsSpan(NumberAt)), BinaryPrimitives.ReadInt64LittleEndian(buffer.AsSpan(LengthAt)))
                        : new(BinaryPrimitives.ReadUInt64BigEndian(buffer.AsSpan(NumberAt)), BinaryPrimitives.ReadInt64BigEndian(buffer.AsSpan(LengthAt)));
                }
            }
            catch (EntryPointNotFoundException)
            {
                // A C library from before there was this call.
            }
        }

        var file = new FileInfo(path);
        return file.Exists ? new(0, file.Length) : null;
    }

    [DllImport("libc", EntryPoint = "statx", CharSet = CharSet.Ansi, BestFitMapping = false, ThrowOnUnmappableChar = true)]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int Statx(int folder, [MarshalAs(UnmanagedType.LPUTF8Str)] string path, int flags, uint mask, [Out] byte[] buffer);
}
