using System.Net.Sockets;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Startup;

/// <summary>Turns what can go wrong at the start into one line a person can act on.</summary>
internal static partial class StartFault
{
    /// <summary>Writes down where it went wrong, for whoever mends it.</summary>
    [LoggerMessage(Level = LogLevel.Error, Message = "The start failed")]
    public static partial void StartFailed(this ILogger log, Exception fault);

    /// <summary>The line. Nobody is shown where in the program it went wrong.</summary>
    public static string Describe(Exception fault, string dataFolder, int port) => fault switch
    {
        NewerDatabaseException or NoWorkroomException or DamagedDatabaseException or FolderInUseException => fault.Message,
        IOException { InnerException: Microsoft.AspNetCore.Connections.AddressInUseException } => $"Port {port} is in use. Stop what uses it, or choose another with --port.",
        IOException { InnerException: SocketException { SocketErrorCode: SocketError.AddressAlreadyInUse } } => $"Port {port} is in use. Stop what uses it, or choose another with --port.",
        SocketException { SocketErrorCode: SocketError.AccessDenied } or IOException { InnerException: SocketException { SocketErrorCode: SocketError.AccessDenied } }
            => $"Port {port} may not be used by this user. Choose one above 1023 with --port.",
        UnauthorizedAccessException => $"The data folder {dataFolder} cannot be written. Choose another with --data.",
        _ => StorageFault.Of(fault) switch
        {
            StorageTrouble.Full => $"The disk that holds {dataFolder} is full. Make room on it, or choose another folder with --data.",
            StorageTrouble.ReadOnly => $"The data folder {dataFolder} cannot be written. Check its permissions, or choose another with --data.",
            StorageTrouble.Locked => $"The database in {dataFolder} is held by another program. Close that, then start again.",
            StorageTrouble.Failing => $"The disk that holds {dataFolder} does not do what it is asked. Look to the disk, or choose another folder with --data.",
            StorageTrouble.Damaged => $"The database file in {dataFolder} is damaged or not a database. Move it aside, or choose another folder with --data.",
            _ when fault is DataFolderException => $"The data folder {dataFolder} cannot be written. Choose another with --data.",
            _ => $"Yielding Loop could not be started ({fault.GetType().Name}). What lies in {dataFolder} was left as it is; its logs may say more.",
        },
    };
}

/// <summary>The data folder cannot be used.</summary>
internal sealed class DataFolderException(string message, Exception inner) : Exception(message, inner);
