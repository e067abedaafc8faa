using System.Collections.Concurrent;
using System.Diagnostics;
using System.Diagnostics.CodeAnalysis;
using Microsoft.EntityFrameworkCore;

namespace YieldingLoop.Store;

/// <summary>
/// SQLite takes one writer at a time, and whoever waits for it waits with a thread. Here writers of this process wait
/// for each other without one, so that readers are never held up by them, and each reads and writes in one transaction
/// that begins with the write lock: what it looked at is still so when it writes.
/// </summary>
public static class WriteTurn
{
    private static readonly ConcurrentDictionary<string, Queue> Queues = new(StringComparer.Ordinal);

    /// <summary>Does a piece of work as one write: whole, or not at all.</summary>
    /// <param name="context">The workroom.</param>
    /// <param name="work">Reads and writes; within another turn it becomes part of that.</param>
    /// <exception cref="WorkroomBusyException">The turn did not come in time; nothing was done.</exception>
    public static async Task<T> InTurnAsync<T>(this WorkroomContext context, Func<Task<T>> work)
    {
        if (context.Database.CurrentTransaction is not null)
        {
            return await work();
        }

        var queue = Of(context.Database.GetDbConnection().DataSource);
        return await queue.TakeAsync(async () =>
        {
            await using var transaction = await context.Database.BeginTransactionAsync();
            var result = await work();
            await transaction.CommitAsync();
            return result;
        });
    }

    /// <inheritdoc cref="InTurnAsync{T}"/>
    public static Task InTurnAsync(this WorkroomContext context, Func<Task> work) => context.InTurnAsync(async () =>
    {
        await work();
        return true;
    });

    /// <summary>How often this process has written into the workroom: where it is the same, so are its records.</summary>
    public static long Writes(this WorkroomContext context) => Of(context.Database.GetDbConnection().DataSource).Writes;

    /// <summary>Writers of one database file.</summary>
    internal static Queue Of(string path) => Queues.GetOrAdd(Path.GetFullPath(path), _ => new Queue());

    /// <summary>The writers of one file, in the order they came.</summary>
    [SuppressMessage("Reliability", "CA1001", Justification = "There is one for each database file, for as long as the process lives.")]
    internal sealed class Queue
    {
        private readonly SemaphoreSlim turn = new(1, 1);
        private long lastWrite, writes;

        /// <summary>How long nobody has written.</summary>
        public TimeSpan Quiet => Interlocked.Read(ref lastWrite) is var last and not 0 ? Stopwatch.GetElapsedTime(last) : TimeSpan.MaxValue;

        /// <summary>How often somebody has written since the process began: where it is the same, so is the file.</summary>
        public long Writes => Interlocked.Read(ref writes);

        /// <summary>Waits for the turn and does the work in it.</summary>
        /// <exception cref="WorkroomBusyException">The turn did not come in time.</exception>
        public async Task<T> TakeAsync<T>(Func<Task<T>> work)
        {
            if (!await turn.WaitAsync(WorkroomDatabase.Patience))
            {
                throw new WorkroomBusyException();
            }

            try
            {
                return await work();
            }
            finally
            {
                Interlocked.Increment(ref writes);
                Interlocked.Exchange(ref lastWrite, Stopwatch.GetTimestamp());
                turn.Release();
            }
        }

        /// <summary>Does something between two writes, where nobody is writing just now.</summary>
        /// <returns>False where somebody is.</returns>
        public bool TryBetween(Action work)
        {
            if (!turn.Wait(0))
            {
                return false;
            }

            try
            {
                work();
                return true;
            }
            finally
            {
                turn.Release();
            }
        }
    }
}
