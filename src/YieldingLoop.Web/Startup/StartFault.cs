using System.Net.Sockets;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Startup;

/// <summary>Turns what can go wrong at the start into one line a person can act on.</summary>
internal static class StartFault
{
    /// <summary>The line, or null where the fault is not one of the expected ones.</summary>
    public static string? Describe(Exception fault, string dataFolder, int port) => fault switch
    {
        NewerDatabaseException or DamagedDatabaseException => fault.Message,
        IOException { InnerException: Microsoft.AspNetCore.Connections.AddressInUseException } => $"Port {port} is in use. Stop what uses it, or choose another with --port.",
        IOException { InnerException: SocketException { SocketErrorCode: SocketError.AddressAlreadyInUse } } => $"Port {port} is in use. Stop what uses it, or choose another with --port.",
        SocketException { SocketErrorCode: SocketError.AccessDenied } or IOException { InnerException: SocketException { SocketErrorCode: SocketError.AccessDenied } }
            => $"Port {port} may not be used by this user. Choose one above 1023 with --port.",
        UnauthorizedAccessException or DataFolderException => $"The data folder {dataFolder} cannot be written. Choose another with --data.",
        Microsoft.Data.Sqlite.SqliteException { SqliteErrorCode: 8 or 14 } => $"The database in {dataFolder} cannot be written. Check the folder's permissions, or choose another with --data.",
        Microsoft.Data.Sqlite.SqliteException { SqliteErrorCode: 11 or 26 } => $"The database file in {dataFolder} is damaged or not a database. Move it aside, or choose another folder with --data.",
        _ => null,
    };
}

/// <summary>The data folder cannot be used.</summary>
internal sealed class DataFolderException(string message, Exception inner) : Exception(message, inner);
