using System.Net;
using System.Net.Sockets;

namespace AmberPantry.Server.Hosting;

/// <summary>A port bound before anything else is touched, and handed to the host when it listens.</summary>
internal sealed class PortHold
{
    private readonly Dictionary<AddressFamily, Socket> bound;

    private PortHold(Dictionary<AddressFamily, Socket> bound) => this.bound = bound;

    /// <exception cref="StartException">When another program has it.</exception>
    public static PortHold Take(int port)
    {
        var bound = new Dictionary<AddressFamily, Socket>();
        try
        {
            bound[AddressFamily.InterNetwork] = Bind(new IPEndPoint(IPAddress.Loopback, port));
            if (Socket.OSSupportsIPv6)
            {
                bound[AddressFamily.InterNetworkV6] = Bind(new IPEndPoint(IPAddress.IPv6Loopback, port));
            }
        }
        catch (SocketException error) when (error.SocketErrorCode == SocketError.AddressNotAvailable && bound.Count > 0)
        {
            return new PortHold(bound); // A machine without the newer loopback address.
        }
        catch (SocketException error)
        {
            foreach (var socket in bound.Values)
            {
                socket.Dispose();
            }

            throw new StartException(
                $"Port {port} is taken by another program.",
                $"Stop it, or start with another port, such as AMBER_PORT={(port < 65_000 ? port + 1 : 5179)}.",
                error
            );
        }

        return new PortHold(bound);
    }

    /// <summary>The socket bound for an endpoint; null when none was.</summary>
    public Socket? Give(EndPoint endpoint) => bound.Remove(endpoint.AddressFamily, out var socket) ? socket : null;

    private static Socket Bind(IPEndPoint endpoint)
    {
        var socket = new Socket(endpoint.AddressFamily, SocketType.Stream, ProtocolType.Tcp);
        if (endpoint.AddressFamily == AddressFamily.InterNetworkV6)
        {
            socket.DualMode = false;
        }

        socket.Bind(endpoint);
        return socket;
    }
}
