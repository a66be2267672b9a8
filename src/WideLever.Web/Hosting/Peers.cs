using System.Globalization;
using System.Net;
using Microsoft.AspNetCore.Connections.Features;
using Microsoft.AspNetCore.Server.Kestrel.Core;

namespace WideLever.Web.Hosting;

/// <summary>
/// Which user of this machine a connection over the loopback belongs to, as the kernel's table of sockets says. Looked up once a connection, so that
/// the person at the machine types nothing, and another user of it gets nothing.
/// </summary>
public static class Peers
{
    // Where the other end of an IPv4 connection is a socket of both kinds, it stands in the second.
    private static readonly string[] Tables = ["/proc/net/tcp", "/proc/net/tcp6"];

    private static readonly object Stranger = new();

    /// <summary>Whether this system says which user a connection belongs to.</summary>
    public static bool AreKnown => OwnUser() is not null && File.Exists(Tables[0]);

    /// <summary>Connections of other users that are answered at one time; more are closed without a word, so that they take nobody's place.</summary>
    public const int MostStrangers = 16;

    private static int strangers;

    /// <summary>Looks each connection up before its first request.</summary>
    public static void UsePeers(this ListenOptions listen) => listen.Use(next => async connection =>
    {
        if (!IsOther(AreKnown, OwnUser(), () => User(connection.RemoteEndPoint, connection.LocalEndPoint)))
        {
            await next(connection);
            return;
        }
        try
        {
            if (Interlocked.Increment(ref strangers) > MostStrangers)
            {
                connection.Abort();
                return;
            }
            connection.Items[Stranger] = true;
            await next(connection);
        }
        finally
        {
            Interlocked.Decrement(ref strangers);
        }
    });

    /// <summary>Whether a connection is another user's. Where the system does not say it is not: it was said at the start that anyone can come in.</summary>
    internal static bool IsOther(bool areKnown, uint? own, Func<uint?> user) => areKnown && user() != own;

    /// <summary>Whether a request comes over a connection of another user, or of one that the table does not tell.</summary>
    public static bool IsStranger(HttpContext context) => context.Features.Get<IConnectionItemsFeature>()?.Items.ContainsKey(Stranger) == true;

    /// <summary>The user whose socket is the far end of a connection; null: the table does not have it.</summary>
    /// <param name="remote">The far end.</param>
    /// <param name="local">This end.</param>
    /// <param name="tables">The kernel's tables, by their text.</param>
    internal static uint? User(EndPoint? remote, EndPoint? local, IEnumerable<string> tables)
    {
        if (remote is not IPEndPoint { AddressFamily: System.Net.Sockets.AddressFamily.InterNetwork } far || local is not IPEndPoint near)
            return null;
        var (from, to) = (InTable(far), InTable(near));
        foreach (var line in tables.SelectMany(table => table.Split('\n')))
        {
            // sl, local_address, rem_address, st, tx_queue:rx_queue, tr:tm->when, retrnsmt, uid
            var columns = line.Split(' ', StringSplitOptions.RemoveEmptyEntries);
            if (columns.Length > 7 && columns[1].EndsWith(from, StringComparison.Ordinal) && columns[2].EndsWith(to, StringComparison.Ordinal)
                && uint.TryParse(columns[7], NumberStyles.None, CultureInfo.InvariantCulture, out var user))
                return user;
        }
        return null;
    }

    private static uint? User(EndPoint? remote, EndPoint? local)
    {
        // The table is read while it changes: what was passed over once is there the next time.
        for (var tries = 0; tries < 3; tries++)
        {
            if (User(remote, local, Tables.Where(File.Exists).Select(File.ReadAllText)) is { } user)
                return user;
        }
        return null;
    }

    /// <summary>An end as the table has it: the bytes of the address last first, and the port.</summary>
    private static string InTable(IPEndPoint end) => string.Create(CultureInfo.InvariantCulture, $"{BitConverter.ToUInt32(end.Address.GetAddressBytes()):X8}:{end.Port:X4}");

    private static uint? OwnUser() => Own.Value;

    // Real, effective, saved and file system user: who opens a socket is the effective one.
    private static readonly Lazy<uint?> Own = new(() => File.Exists("/proc/self/status")
        && File.ReadLines("/proc/self/status").FirstOrDefault(line => line.StartsWith("Uid:", StringComparison.Ordinal)) is { } line
        && uint.TryParse(line.Split('\t', StringSplitOptions.RemoveEmptyEntries)[2], NumberStyles.None, CultureInfo.InvariantCulture, out var user) ? user : null);
}
